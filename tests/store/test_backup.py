"""A backup is the whole shop, row by row, and goes back all at once or not at all."""

from __future__ import annotations

import dataclasses
import json
from datetime import date, timedelta

import pytest

from ranura.core.shop.drawer.history import events
from ranura.core.text.lengths import read as length
from ranura.demo.jobs import JOB_ID, SHELF_DADOES
from ranura.demo.shop import DEMO_SHOP, SHOP
from ranura.store import backup, copies, history, kept_jobs, removed, repository, shops
from ranura.store.backup import TABLES, BackupError
from ranura.store.models import Base

OTHER = "other"


@pytest.fixture
def used(store):
    """The demo shop after some work: a cut changed, another and a board removed, something known of a bit."""
    with store.session() as session:
        cut_id, name, cut = SHELF_DADOES[0]
        kept_jobs.save_cut(
            session, DEMO_SHOP, cut_id, name=name, cut=dataclasses.replace(cut, depth=length("7", "mm")), version=1
        )
        removed.remove_part(session, DEMO_SHOP, "cuts", "cross-mortise")
        removed.remove_part(session, DEMO_SHOP, "pieces", "emblem-lid")
        removed.remove_thing(session, DEMO_SHOP, "guides", SHOP.guides[0].id)
        kept_jobs.add_job(session, DEMO_SHOP, id="second", name="Second job, „½“")
        bit = SHOP.bits[0]
        history.record(session, DEMO_SHOP, [(bit.id, each) for each in life_of(bit)])
    return store


def life_of(bit):
    return [*events(None, bit), *events(bit, dataclasses.replace(bit, state="dull"))]


def text_of(store, shop_id=DEMO_SHOP) -> str:
    with store.session() as session:
        return backup.written(session, shop_id)


def rows(store, shop_id=DEMO_SHOP):
    with store.session() as session:
        return backup.rows_of(session, shop_id)


def test_every_table_of_the_database_is_in_a_backup():
    assert set(TABLES) == set(Base.metadata.tables)


def test_it_goes_into_an_empty_shop_row_by_row(used):
    made, before = backup.read(text_of(used)), rows(used)
    assert made.counts["cuts"] == 17
    assert made.counts["bit_events"] > 0
    assert any(row["removed_at"] for row in before["cuts"])
    with used.session() as session:
        repository.remove_shop(session, DEMO_SHOP)
        shops_empty = dataclasses.replace(
            SHOP, id=DEMO_SHOP, name="Empty", bits=(), routers=(), guides=(), woods=(), deliveries=()
        )
        repository.add_shop(session, shops_empty)
    with used.session() as session:
        backup.put_back(session, DEMO_SHOP, made)
    assert rows(used) == before
    with used.session() as session:
        assert kept_jobs.load_job(session, DEMO_SHOP, JOB_ID).pieces
        assert backup.read(text_of(used)).rows == made.rows


def changed(text: str, change) -> str:
    """A backup with other rows, as somebody who knows the form would write it."""
    whole = json.loads(text)
    change(whole["tables"])
    whole["sha256"] = backup._sum(whole["tables"])
    return json.dumps(whole)


REFUSED = {
    "no JSON": lambda text: text[: len(text) // 2],
    "nothing": lambda _: "",
    "another form": lambda text: text.replace('"ranura_backup": 1', '"ranura_backup": 2'),
    "another file": lambda _: json.dumps({"shop": 1}),
    "one digit changed": lambda text: text.replace('"version": 2', '"version": 3', 1),
    "a table missing": lambda text: changed(text, lambda tables: tables.pop("bits")),
    "two shops": lambda text: changed(text, lambda tables: tables["shops"].append(tables["shops"][0])),
    "a column of the future": lambda text: changed(text, lambda tables: tables["jobs"][0].update(colour="red")),
    "a board of no job": lambda text: changed(text, lambda tables: tables["pieces"][0].update(job_id="nobody")),
    "two cuts in one place": lambda text: changed(
        text, lambda tables: tables["cuts"][1].update(place=tables["cuts"][0]["place"])
    ),
    "a bit that is none": lambda text: changed(text, lambda tables: tables["bits"][0].update(spec={"profile": "magic"})),
    "a cut that is none": lambda text: changed(text, lambda tables: tables["cuts"][0]["spec"].update(kind="magic")),
    "a name too long": lambda text: changed(text, lambda tables: tables["jobs"][0].update(name="x" * 300)),
    "a column missing": lambda text: changed(text, lambda tables: tables["jobs"][0].pop("name")),
}


def test_what_is_wrong_is_refused_and_nothing_is_changed(used):
    before, right = rows(used), text_of(used)
    for name, wrong in REFUSED.items():
        with pytest.raises(BackupError) as refused, used.session() as session:
            backup.put_back(session, DEMO_SHOP, backup.read(wrong(right)))
        assert str(refused.value), name
        assert not any(word in str(refused.value) for word in ("SQL", "INSERT")), name
        assert rows(used) == before, name


def test_a_backup_of_before_is_put_back_as_things_are_kept_today(used):
    """It only said that something was removed; columns and tables that came later take what they begin with."""

    def older(tables):
        del tables["removed_things"]
        for name in ("pieces", "cuts"):
            for row in tables[name]:
                row["removed"] = row.pop("removed_at") is not None
        for row in tables["jobs"]:
            for later in ("notes", "archived", "changed_at", "removed_at"):
                del row[later]

    before = rows(used)
    made = backup.read(changed(text_of(used), older))
    with used.session() as session:
        backup.put_back(session, DEMO_SHOP, made)
    now = rows(used)
    assert now["removed_things"] == []
    gone = {name: [row["id"] for row in before[name] if row["removed_at"]] for name in ("pieces", "cuts")}
    assert gone == {name: [row["id"] for row in now[name] if row["removed_at"] == made.made[:19]] for name in gone}
    assert [(row["name"], row["notes"], row["archived"]) for row in now["jobs"]] == [
        (row["name"], "", False) for row in before["jobs"]
    ]


def test_copies_are_kept_every_week_and_five_of_them(used, tmp_path):
    first = date(2026, 1, 5)
    assert copies.keep_copy(used, DEMO_SHOP, tmp_path, today=first) is not None
    assert copies.keep_copy(used, DEMO_SHOP, tmp_path, today=first + timedelta(days=6)) is None
    for week in range(1, 9):
        assert copies.keep_copy(used, DEMO_SHOP, tmp_path, today=first + timedelta(weeks=week)) is not None
    kept = copies.copies(tmp_path)
    assert [day for day, _ in kept] == [first + timedelta(weeks=week) for week in (8, 7, 6, 5, 4)]
    assert backup.read(kept[0][1].read_text()).rows == rows(used)
    assert sorted(each.name for each in tmp_path.iterdir()) == sorted(file.name for _, file in kept), "nothing half written"


def test_of_an_empty_shop_nothing_is_kept(store, tmp_path):
    shops.lay_own(store)
    assert copies.keep_copy(store, shops.OWN_SHOP, tmp_path, today=date(2026, 1, 5)) is None
    assert copies.keep_before(tmp_path, text_of(store, shops.OWN_SHOP)) is None
    assert list(tmp_path.iterdir()) == []
