"""Bringing tables in over what is there: what a table does not say stays, ids and names find their tools, nothing twice."""

from __future__ import annotations

import dataclasses

from tests.api.test_files import finished, preview

from ranura.core.shop.tooling.routers import Router
from ranura.demo.shop import SHOP
from ranura.formats.tables import write_table


def keep(client, view):
    return finished(client, client.post(f"/api/imports/{view['id']}/keep").json(), "kept")


def test_a_table_with_few_columns_changes_only_these(client):
    before = client.get("/api/bits/straight-12.7").json()["texts"]
    view = preview(client, "id,name,profile,price\nstraight-12.7,12.7 straight,straight,31\n")
    (row,) = view["rows"]
    assert [(each["field"], each["before"], each["after"]) for each in row["changes"]] == [("price", "24", "31")]
    keep(client, view)
    assert client.get("/api/bits/straight-12.7").json()["texts"] == {**before, "price": "31"}


def test_an_empty_cell_takes_away_what_was_known(client):
    view = preview(client, "name,profile,price\n12.7 straight,straight,\n")
    assert view["rows"][0]["changes"] == [{"field": "price", "before": "24", "after": ""}]
    keep(client, view)
    assert "price" not in client.get("/api/bits/straight-12.7").json()["texts"]


def test_what_is_put_away_stays_put_away(client):
    client.post("/api/bits/bead-3/away", json={"archived": True})
    keep(client, preview(client, "id,profile,price\nbead-3,bead,40\n"))
    bead = next(bit for bit in client.get("/api/bits").json()["bits"] if bit["id"] == "bead-3")
    assert (bead["archived"], bead["price"]) == (True, 40)


def test_a_third_base_is_not_lost_by_a_table_that_has_two(client):
    from ranura.api.saved_shop import SavedShop

    saved_shop: SavedShop = client.app.state.saved_shop
    router = saved_shop.current().router("plunge-two")
    third = dataclasses.replace(router.bases[0], opening=70.0)
    saved_shop.edit("routers", Router, router.id, lambda kept: dataclasses.replace(kept, bases=(*kept.bases, third)))
    text = write_table("routers", [dataclasses.replace(router, rated_input_w=1_500)])
    view = preview(client, text, "routers")
    assert [each["field"] for each in view["rows"][0]["changes"]] == ["rated_input_w"]
    keep(client, view)
    assert saved_shop.current().router("plunge-two").bases == (*router.bases, third)


def test_a_changed_profile_takes_no_sizes_from_the_old_one(client):
    """Sizes that the table is silent about stay, so a bit that becomes another kind says which of them no longer fits."""
    view = preview(client, "id,profile,radius\nstraight-6,roundover,6\n")
    assert view["counts"]["refuse"] == 1
    assert view["rows"][0]["field"] in ("diameter", "bearing", "cutting_length")


def test_the_same_tool_twice_in_a_table_is_refused_the_second_time(client):
    view = preview(client, "id,name,profile,price\nbead-3,,bead,40\nbead-3,,bead,41\n")
    assert [row["line"] for row in view["rows"] if row["action"] == "refuse"] == [3]


def test_a_mended_row_is_judged_against_the_others(client):
    view = preview(client, "name,profile,shank,diameter,cutting_length\nOne,straight,8,8,25\nTwo,straight,8,8,x\n")
    address = f"/api/imports/{view['id']}/correct"
    texts = {"name": "One", "profile": "straight", "shank": "8", "diameter": "8", "cutting_length": "25"}
    assert client.post(address, json={"line": 3, "texts": texts}).json()["counts"]["refuse"] == 1
    mended = client.post(address, json={"line": 3, "texts": {**texts, "name": "Two"}}).json()
    assert mended["counts"] == {"refuse": 0, "change": 0, "add": 2, "leave": 0, "same": 0}
    assert client.post(address, json={"line": 9, "texts": None}).status_code == 404


def test_all_of_the_demos_tools_go_round_unchanged(client):
    for kind in ("bits", "routers"):
        view = preview(client, client.get(f"/api/files/{kind}.csv").text, kind)
        assert view["counts"]["same"] == len(getattr(SHOP, kind)) == view["total"]
        assert client.post(f"/api/imports/{view['id']}/keep").status_code == 202, "nothing to do is no mistake"
