"""Several people and windows at once: nobody's change is lost, no cache answers for another shop, and what breaks is said."""

from __future__ import annotations

import dataclasses
import threading
from concurrent.futures import ThreadPoolExecutor

import pytest
from sqlalchemy import exc, update
from tests.api.test_files import finished

from ranura.api import importing
from ranura.api.application import Settings, create_app
from ranura.api.prior import PriorCuts
from ranura.core.board.materials import MATERIALS
from ranura.core.families import FAMILIES
from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import Planning
from ranura.core.shop.tooling.bits import Bit
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.store.models import ShopRow
from ranura.store.repository import DOWN_ERRORS, Store

NO_BITS = dataclasses.replace(SHOP, bits=tuple(dataclasses.replace(bit, archived=True) for bit in SHOP.bits))


def test_a_correction_and_a_change_at_the_same_time_both_stay(client):
    """One thread reads the bit and waits in the middle of its change; the other cannot get in between."""
    saved_shop = client.app.state.saved_shop
    reading, go_on = threading.Event(), threading.Event()

    def slowly(bit: Bit) -> Bit:
        reading.set()
        go_on.wait(5)
        return dataclasses.replace(bit, diameter=12.62)

    with ThreadPoolExecutor() as threads:
        correction = threads.submit(saved_shop.edit, "bits", Bit, "straight-12.7", slowly)
        assert reading.wait(5)
        away = threads.submit(saved_shop.edit, "bits", Bit, "straight-12.7", lambda bit: dataclasses.replace(bit, archived=True))
        assert not away.done()
        go_on.set()
        correction.result(5)
        away.result(5)
    kept = saved_shop.current().bit("straight-12.7")
    assert (kept.diameter, kept.archived) == (12.62, True)


@pytest.mark.parametrize(
    ("address", "body", "read"),
    [
        ("/api/bits/straight-12.7", lambda bit: {"texts": bit["texts"]}, "/api/bits/straight-12.7"),
        ("/api/routers/trim-one", lambda router: {"texts": router["texts"], "bases": router["bases"]}, "/api/routers"),
        ("/api/routers/trim-one/dial", lambda router: {"dial": router["dial"]}, "/api/routers"),
        ("/api/things/edge-guide-fine", lambda thing: {"kind": thing["kind"], "texts": thing["texts"]}, "/api/things"),
    ],
)
def test_a_whole_thing_is_kept_only_over_the_one_that_was_looked_at(client, address, body, read):
    def now():
        found = client.get(read).json()
        if isinstance(found, list):
            return next(each for each in found if each["id"] in address)
        return found | {"version": found["tile"]["version"]}

    looked_at = now()
    assert client.put(address, json={**body(looked_at), "version": looked_at["version"]}).status_code == 200
    assert now()["version"] == looked_at["version"], "nothing changed, so it is still the same"
    old = client.put(address, json={**body(looked_at), "version": "another"})
    assert (old.status_code, old.json()["newer"]["version"]) == (409, looked_at["version"])
    assert "changed elsewhere" in old.json()["error"]["message"]
    assert client.put(address, json=body(looked_at)).status_code == 200, "without a version it is kept over whatever is there"


def test_settings_that_are_left_out_stay_as_they_are_now(client):
    client.put("/api/shop/settings", json={"unit": "in"})
    rules = client.get("/api/shop").json()["rules"] | {"climb": "start"}
    client.put("/api/shop/settings", json={"rules": rules})
    shop = client.get("/api/shop").json()
    assert (shop["unit"], shop["rules"]["climb"]) == ("in", "start")


def test_two_readers_each_have_their_unit_and_files_have_the_shops(client):
    inches = {"Ranura-Unit": "in"}
    assert [client.get("/api/shop", headers=of).json()["unit"] for of in ({}, inches, {"Ranura-Unit": "ell"})] == [
        "mm",
        "in",
        "mm",
    ]
    sums = [client.post("/api/quick", json={"text": "2 + 1"}, headers=of).json()["answer"] for of in ({}, inches)]
    assert [each["copy"]["metric"] for each in sums] == ["3 mm", "76.2 mm"]
    texts = {"name": "Of an inch reader", "profile": "straight", "diameter": "1/2", "shank": "1/2", "cutting_length": "1"}
    kept = client.post("/api/bits", json={"texts": texts}, headers=inches).json()
    found = client.get("/api/bits/find", params={"q": "12.7"}).json()
    assert kept["id"] in found
    assert client.get("/api/bits/find", params={"q": ".5"}, headers=inches).json().count(kept["id"]) == 1
    table = "name,profile,diameter,shank,cutting_length\nFrom a file,straight,12,12,40\n"
    begun = client.post("/api/imports", json={"kind": "bits", "text": table}, headers=inches).json()
    finished(client, client.post(f"/api/imports/{finished(client, begun)['id']}/keep").json(), "kept")
    assert [each.diameter for each in client.app.state.saved_shop.current().bits if each.name == "From a file"] == [12.0]
    changed = client.put("/api/shop/settings", json={"unit": "in"}, headers={"Ranura-Unit": "mm"}).json()
    assert (changed["unit"], changed["own_unit"]) == ("mm", "in")


def test_what_is_known_of_a_shop_is_known_for_readers_of_both_units(client):
    """Nothing is planned anew because somebody else reads in another unit."""
    job = client.get("/api/jobs").json()[0]["id"]
    client.get(f"/api/jobs/{job}")
    planned = []
    of = Planning._plan
    try:
        Planning._plan = lambda *a, **k: planned.append(a) or of(*a, **k)
        client.get(f"/api/jobs/{job}", headers={"Ranura-Unit": "in"})
        client.get(f"/api/jobs/{job}")
    finally:
        Planning._plan = of
    assert planned == []


def test_how_a_cut_stands_is_that_of_the_shop_that_is_asked_for(store):
    inner = []
    cut = SHELF_DADOES[0][2]

    class Slow(Planning):
        def made(self, cut, piece, shop, **more):
            if shop is SHOP and not inner:
                inner.append(prior.made(cut, piece, NO_BITS, NOTHING_BEFORE))
            return super().made(cut, piece, shop, **more)

    prior = PriorCuts(store, Slow(FAMILIES))
    assert prior.made(cut, WING_CASE_SIDE, SHOP, NOTHING_BEFORE).status == "caution"
    assert inner[0].status == "stop"
    assert prior.made(cut, WING_CASE_SIDE, NO_BITS, NOTHING_BEFORE).status == "stop"


def test_what_was_known_of_a_shop_is_known_again_when_a_change_is_undone(store):
    planned = []

    class Counted(Planning):
        def made(self, cut, piece, shop, **more):
            planned.append(shop)
            return super().made(cut, piece, shop, **more)

    prior = PriorCuts(store, Counted(FAMILIES))
    in_words = dataclasses.replace(SHOP, unit="in", currency="kr", deliveries=())
    assert in_words != SHOP
    for shop in (SHOP, NO_BITS, SHOP, NO_BITS, in_words):
        prior.made(SHELF_DADOES[0][2], WING_CASE_SIDE, shop, NOTHING_BEFORE)
    assert planned == [SHOP, NO_BITS], "what a board measured once, or another unit, is in no plan"
    others = [
        dataclasses.replace(SHOP, outlines=SHOP.outlines[1:]),
        dataclasses.replace(SHOP, guides=SHOP.guides[1:]),
        dataclasses.replace(SHOP, routers=SHOP.routers[:-1]),
        dataclasses.replace(SHOP, woods=(*SHOP.woods, dataclasses.replace(MATERIALS[0], id="own"))),
        dataclasses.replace(SHOP, rules=dataclasses.replace(SHOP.rules, setup_minutes=SHOP.rules.setup_minutes + 1)),
    ]
    for shop in others:
        prior.made(SHELF_DADOES[0][2], WING_CASE_SIDE, shop, NOTHING_BEFORE)
    assert planned[2:] == others, "all of these stand in plans and lists"


def test_what_stands_before_a_cut_is_that_of_the_shop_that_is_asked_for(store):
    inner = []

    class Slow(Planning):
        def made(self, cut, piece, shop, **more):
            if shop is SHOP and not inner:
                inner.append(prior.before("shelf-dado-64", NO_BITS))
            return super().made(cut, piece, shop, **more)

    prior = PriorCuts(store, Slow(FAMILIES))
    with_bits = prior.before("shelf-dado-64", SHOP)
    assert with_bits.mounted == {("straight-12.7", "plunge-two")}
    assert inner[0].mounted == frozenset()
    assert prior.before("shelf-dado-64", NO_BITS).mounted == frozenset()
    assert prior.before("shelf-dado-64", SHOP) == with_bits


def test_an_import_that_breaks_says_so(client, monkeypatch):
    def broken(*_: object) -> None:
        raise ZeroDivisionError("by zero")

    monkeypatch.setattr(importing, "_judge", broken)
    begun = client.post("/api/imports", json={"kind": "bits", "text": "name,profile\nA,straight\n"}).json()
    view = finished(client, begun, "failed")
    assert view["words"]["metric"] == "This table could not be read: by zero"


def test_an_import_does_not_overwrite_what_changed_since_it_was_read(client):
    begun = client.post("/api/imports", json={"kind": "bits", "text": "id,profile,price\nstraight-12.7,straight,31\n"}).json()
    finished(client, begun, "preview")
    client.post("/api/corrections", json={"of": "bit", "id": "straight-12.7", "value": 12.62})
    view = finished(client, client.post(f"/api/imports/{begun['id']}/keep").json(), "failed")
    assert "changed elsewhere" in view["words"]["metric"]
    texts = client.get("/api/bits/straight-12.7").json()["texts"]
    assert (texts["diameter"], texts["price"]) == ("12.62 mm", "24")


def test_writes_are_counted_one_by_one(store: Store):
    """Mounted bits are read again only when the count rises, so that none may be lost (`PriorCuts`)."""

    def write(_: int) -> None:
        with store.session() as session:
            session.execute(update(ShopRow).where(ShopRow.id == SHOP.id).values(currency="€"))

    before = store.writes
    with ThreadPoolExecutor(8) as threads:
        list(threads.map(write, range(40)))
    assert store.writes == before + 40


def test_every_error_of_the_database_has_its_answer():
    """SQLAlchemy's errors of a statement, and of its pool, each have a status; the others are faults of the program."""
    app = create_app(Settings(shop_id="none", page=None), Store("mysql+pymysql://none@127.0.0.1:1/none"))
    ours = {exc.ProgrammingError, exc.NotSupportedError, exc.DatabaseError}
    handled = set(app.exception_handlers)
    wanted = {each for each in vars(exc).values() if isinstance(each, type) and issubclass(each, exc.DBAPIError)}
    wanted = wanted - {exc.DBAPIError} - ours | {exc.TimeoutError}
    assert wanted <= handled
    assert set(DOWN_ERRORS) <= handled


def test_forty_threads_are_answered_at_once(client):
    with ThreadPoolExecutor(40) as threads:
        answers = list(threads.map(lambda _: client.get("/api/jobs").status_code, range(80)))
    assert set(answers) == {200}


def test_a_bit_answers_as_finely_when_it_is_kept_as_when_it_is_read(client):
    rules = client.get("/api/shop").json()["rules"] | {"inch_parts": 16}
    client.put("/api/shop/settings", json={"rules": rules})
    texts = client.get("/api/bits/straight-12.7").json()["texts"]
    kept = client.put("/api/bits/straight-12.7", json={"texts": texts | {"diameter": "12.62"}}).json()
    read = client.get("/api/bits/straight-12.7").json()["tile"]
    assert kept["sizes"] == read["sizes"]
    routers = client.get("/api/routers").json()
    kept = client.put("/api/routers/trim-one/dial", json={"dial": routers[0]["dial"]}).json()
    assert kept["line"] == routers[0]["line"]


def test_two_windows_are_told_apart_by_their_sentences(client):
    def cut(count: int):
        length = {"unit": "mm"}
        spacing = {"spacing": length | {"typed": "120"}} if count > 1 else {}
        sizes = {"width": length | {"typed": "17.6"}, "depth": length | {"typed": "6"}, "position": length | {"typed": "212"}}
        return {"name": "Middle shelf", "version": 1, "cut": {"kind": "dado", "count": count, **sizes, **spacing}}

    assert client.put("/api/cuts/shelf-dado-212", json=cut(3)).status_code == 200
    refused = client.put("/api/cuts/shelf-dado-212", json=cut(1))
    assert refused.status_code == 409
    assert "3 times every 120 mm" in refused.json()["newer"]["sentence"]["metric"]


@pytest.mark.parametrize(
    ("address", "noun"),
    [("/api/things/delivery/nosuch", "delivery"), ("/api/profiles/nosuch", "profile"), ("/api/jobs/nosuch", "job")],
)
def test_what_is_not_there_is_called_by_its_name(client, address, noun):
    answer = client.get(address) if "jobs" in address else client.delete(address)
    assert (answer.status_code, answer.json()["error"]["message"]) == (404, f"there is no {noun} 'nosuch' here")


def test_a_correction_of_one_base_leaves_the_other_alone(client):
    saved_shop = client.app.state.saved_shop
    own = saved_shop.current().router("plunge-two")
    plunge, fixed = own.bases
    measured = {"of": "base", "id": own.id, "base": "plunge", "side": "flat side"}
    before = [side.distance for base in own.bases for side in base.sides]
    assert client.post("/api/corrections", json=measured | {"value": 75.3}).status_code == 204
    after = saved_shop.current().router("plunge-two").bases
    assert (after[0].sides[0].distance, after[1]) == (75.3, fixed)
    assert after[0].sides[1:] == plunge.sides[1:]
    client.post("/api/corrections", json=measured | {"value": plunge.sides[0].distance})
    assert [side.distance for base in saved_shop.current().router("plunge-two").bases for side in base.sides] == before
    for wrong in ({"side": "top"}, {"base": "table"}, {"base": None}):
        answer = client.post("/api/corrections", json=measured | {"value": 75} | wrong)
        assert answer.status_code == 422
