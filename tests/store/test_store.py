"""The store on a real MariaDB: round trips, the schema's promises, and the settings of the private server."""

from __future__ import annotations

import dataclasses
from collections.abc import Iterator
from datetime import timedelta

import pymysql
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, column, create_engine, inspect, select, text
from sqlalchemy import table as sa_table
from sqlalchemy.exc import IntegrityError

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.schools import DEPTH_RULES, SPEED_RULES
from ranura.core.text.lengths import read
from ranura.demo.jobs import DESK_ID, JOB_ID, SHELF_DADOES
from ranura.demo.shop import DEMO_SHOP, SHOP
from ranura.host import places
from ranura.host.database import PrivateDatabase
from ranura.store import items, kept_jobs, placing, removed, repository, shops
from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import StaleError
from ranura.store.models import Base, ShopRow
from ranura.store.repository import Store
from ranura.store.schema import OldDatabaseError, upgrade

OLD_TABLES = places.ROOT / "tests" / "data" / "tables_0017.sql"

lengths = st.decimals(1, 500, places=2).map(lambda d: read(str(d), "mm"))
cuts = st.builds(
    ChannelCut,
    width=lengths,
    depth=lengths,
    position=lengths,
    end=st.sampled_from(["left", "right"]),
    support=st.booleans(),
    bit_id=st.sampled_from([None, "straight-12.7"]),
    router_id=st.sampled_from([None, "plunge-two"]),
)


def test_the_demo_shop_comes_back_equal(store: Store):
    with store.session() as session:
        assert repository.load_shop(session, DEMO_SHOP) == SHOP


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(cut=cuts, name=st.text(min_size=1, max_size=40).filter(str.strip))
def test_any_cut_saved_and_loaded_equals_itself(store: Store, cut: ChannelCut, name: str):
    with store.session() as session:
        version = kept_jobs.load_cut(session, DEMO_SHOP, "shelf-dado-212").version
        saved = kept_jobs.save_cut(session, DEMO_SHOP, "shelf-dado-212", name=name, cut=cut, version=version)
    with store.session() as session:
        loaded = kept_jobs.load_cut(session, DEMO_SHOP, "shelf-dado-212")
    assert loaded == saved
    assert (loaded.cut, loaded.name, loaded.version) == (cut, name, version + 1)


@pytest.mark.parametrize("speed", SPEED_RULES)
@pytest.mark.parametrize("depth", DEPTH_RULES)
def test_house_rules_come_back_equal(store: Store, speed, depth):
    rules = HouseRules(speed_rule=speed, depth_rule=depth, rim_speed_limit_m_s=40)
    with store.session() as session:
        repository.save_rules(session, DEMO_SHOP, rules, "in")
    with store.session() as session:
        shop = repository.load_shop(session, DEMO_SHOP)
    assert (shop.rules, shop.unit) == (rules, "in")


def test_an_older_version_is_stale_and_changes_nothing(store: Store):
    cut = SHELF_DADOES[0][2]
    with store.session() as session:
        kept_jobs.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="first", cut=cut, version=1)
    with pytest.raises(StaleError) as caught, store.session() as session:
        kept_jobs.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="second", cut=cut, version=1)
    assert (caught.value.newer.name, caught.value.newer.version) == ("first", 2)


def test_the_demo_shop_is_never_touched_again_unless_laid_anew(store: Store):
    with store.session() as session:
        removed.remove_part(session, DEMO_SHOP, "cuts", "shelf-dado-64")
    shops.lay_demo(store, fresh=False, say=lambda _: None)
    with store.session() as session:
        assert len(kept_jobs.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts) == 3
    shops.lay_demo(store, fresh=True, say=lambda _: None)
    with store.session() as session:
        assert len(kept_jobs.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts) == 4


def test_ones_own_shop_stands_beside_the_demo(store: Store):
    shops.lay_own(store)
    shops.lay_own(store)
    with store.session() as session:
        own = repository.load_shop(session, shops.OWN_SHOP)
        assert (own.routers, own.bits) == ((), ()), "empty, so that the first questions are asked"
        assert kept_jobs.list_jobs(session, shops.OWN_SHOP) == ()
        with pytest.raises(NotFoundError):
            kept_jobs.load_job(session, shops.OWN_SHOP, JOB_ID)


def test_what_is_removed_is_gone_until_it_is_brought_back_to_its_place(store: Store):
    def cuts() -> list[str]:
        with store.session() as session:
            pieces = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID).pieces
            return [cut.id for piece in pieces for cut in piece.cuts]

    before = cuts()
    with store.session() as session:
        removed.remove_part(session, DEMO_SHOP, "cuts", "shelf-dado-212")
    assert cuts() == before[1:]
    with store.session() as session, pytest.raises(NotFoundError):
        kept_jobs.load_cut(session, DEMO_SHOP, "shelf-dado-212")
    with store.session() as session:
        removed.bring_part_back(session, DEMO_SHOP, "cuts", "shelf-dado-212")
        removed.remove_part(session, DEMO_SHOP, "pieces", "wing-case-side")
    assert cuts() == [cut for cut in before if cut not in ("shelf-dado-212", "shelf-dado-64", "shelf-dado-420", "back-panel")]
    with store.session() as session:
        removed.bring_part_back(session, DEMO_SHOP, "pieces", "wing-case-side")
    assert cuts() == before


def test_every_row_belongs_to_a_shop():
    for table in Base.metadata.sorted_tables:
        if table.name != ShopRow.__tablename__:
            assert not table.c.shop_id.nullable, table.name
            assert {key.column.table.name for key in table.c.shop_id.foreign_keys} == {"shops"}


def test_migrations_make_exactly_the_models_and_may_run_again(database: PrivateDatabase):
    upgrade(database.url)
    engine = create_engine(database.url)
    found = inspect(engine)
    for table in Base.metadata.sorted_tables:
        columns = {c["name"]: c["nullable"] for c in found.get_columns(table.name)}
        assert columns == {c.name: c.nullable for c in table.columns}, table.name
        assert found.get_pk_constraint(table.name)["constrained_columns"] == [c.name for c in table.primary_key], table.name
        indexed = {index["column_names"][0] for index in found.get_indexes(table.name)}
        indexed.add(found.get_pk_constraint(table.name)["constrained_columns"][0])
        assert {c.name for c in table.columns if c.foreign_keys} <= indexed, table.name
    with engine.begin() as connection:
        connection.execute(text("DELETE FROM alembic_version"))
    upgrade(database.url)
    engine.dispose()


@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(moves=st.lists(st.tuples(st.integers(0, 13), st.integers(0, 8), st.integers(0, 14)), min_size=1, max_size=4))
def test_cuts_stand_where_they_were_put_and_no_other_moves(store: Store, moves):
    """Against a list of lists: any cut into any board before any of its cuts, or last."""
    with store.session() as session:
        job = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID)
    model = _own_cuts(job)
    for of, to, at in moves:
        cut = [each for cuts in model.values() for each in cuts][of % 14]
        piece = list(model)[to % len(model)]
        for cuts in model.values():
            if cut in cuts:
                cuts.remove(cut)
        at = at % (len(model[piece]) + 1)
        before = model[piece][at] if at < len(model[piece]) else None
        model[piece].insert(at, cut)
        with store.session() as session:
            placing.place_cut(session, DEMO_SHOP, cut, piece_id=piece, before=before)
    with store.session() as session:
        job = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID)
    assert _own_cuts(job) == model


def _own_cuts(job) -> dict[str, list[str]]:
    """The cuts of each board in their order, but for those that follow from joints."""
    return {piece.id: [cut.id for cut in piece.cuts if cut.joint is None] for piece in job.pieces}


def test_a_job_says_when_anything_in_it_was_changed_last(store: Store):
    def after(change) -> bool:
        with store.session() as session:
            session.execute(text("UPDATE jobs SET changed_at = '2020-01-01'"))
        with store.session() as session:
            change(session)
        with store.session() as session:
            line, _ = kept_jobs.list_jobs(session, DEMO_SHOP)
        return line.changed_at.year > 2020

    cut = SHELF_DADOES[0][2]
    with store.session() as session:
        piece = kept_jobs.load_piece(session, DEMO_SHOP, "emblem-lid")
    assert after(lambda session: kept_jobs.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="A", cut=cut, version=1))
    assert after(lambda session: kept_jobs.save_piece(session, DEMO_SHOP, "emblem-lid", piece))
    assert after(lambda session: removed.remove_part(session, DEMO_SHOP, "cuts", "lid-edges"))
    assert after(lambda session: removed.bring_part_back(session, DEMO_SHOP, "cuts", "lid-edges"))
    assert after(lambda session: kept_jobs.save_job(session, DEMO_SHOP, JOB_ID, notes="Friday"))
    assert not after(lambda session: kept_jobs.save_job(session, DEMO_SHOP, JOB_ID, archived=True)), "only put away"
    assert not after(lambda session: kept_jobs.load_job(session, DEMO_SHOP, JOB_ID))


def test_copies_hold_the_same_and_stand_after_what_they_are_of(store: Store):
    ids = iter(f"new-{n}" for n in range(100))
    with store.session() as session:
        first = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID)
        cut = placing.copy_cut(session, DEMO_SHOP, "shelf-dado-64", lambda: next(ids))
        piece = placing.copy_piece(session, DEMO_SHOP, first.pieces[1].id, lambda: next(ids))
        now = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID)
        assert [each.id for each in now.pieces[0].cuts][1:3] == ["shelf-dado-64", cut.id]
        assert now.pieces[0].cuts[2].cut == now.pieces[0].cuts[1].cut
        assert now.pieces[2].id == piece
        assert now.pieces[2].piece == dataclasses.replace(now.pieces[1].piece, name=f"{now.pieces[1].piece.name}, copy")
        assert [each.cut for each in now.pieces[2].cuts] == [each.cut for each in now.pieces[1].cuts]
        job = placing.copy_job(session, DEMO_SHOP, JOB_ID, lambda: next(ids))
        copied = kept_jobs.load_job(session, DEMO_SHOP, job)
    assert copied.name == f"{first.name}, copy"
    assert [each.piece for each in copied.pieces] == [each.piece for each in now.pieces]
    assert [[cut.cut for cut in each.cuts] for each in copied.pieces] == [[cut.cut for cut in each.cuts] for each in now.pieces]
    assert len(placing.copied_name("x" * 200)) == 200


def test_what_was_removed_is_listed_comes_back_with_what_it_is_in_and_goes_after_thirty_days(store: Store):
    guide = SHOP.guides[3]
    with store.session() as session:
        removed.remove_part(session, DEMO_SHOP, "cuts", "shelf-dado-64")
        removed.remove_part(session, DEMO_SHOP, "cuts", "lid-edges")
        removed.remove_part(session, DEMO_SHOP, "pieces", "emblem-lid")
        removed.remove_thing(session, DEMO_SHOP, "guides", guide.id)
    with store.session() as session:
        found = {(each.kind, each.id): each for each in removed.listed(session, DEMO_SHOP)}
        assert set(found) == {("cuts", "shelf-dado-64"), ("pieces", "emblem-lid"), ("guides", guide.id)}
        assert found["cuts", "shelf-dado-64"].of == "Wing case side, The Little Harbour"
        assert found["guides", guide.id].name == guide.name
        assert all(each.until - each.removed_at == removed.KEPT_FOR for each in found.values())
        assert guide not in repository.load_shop(session, DEMO_SHOP).guides
        removed.remove_part(session, DEMO_SHOP, "jobs", JOB_ID)
        assert {each.kind for each in removed.listed(session, DEMO_SHOP)} == {"jobs", "guides"}
        assert [line.id for line in kept_jobs.list_jobs(session, DEMO_SHOP)] == [DESK_ID]
        for load, of in ((kept_jobs.load_cut, "shelf-dado-212"), (kept_jobs.load_piece, "wing-case-side")):
            with pytest.raises(NotFoundError):
                load(session, DEMO_SHOP, of)
    with store.session() as session:
        removed.bring_part_back(session, DEMO_SHOP, "cuts", "lid-edges")
        removed.bring_thing_back(session, DEMO_SHOP, "guides", guide.id)
        job = kept_jobs.load_job(session, DEMO_SHOP, JOB_ID)
        assert "lid-edges" in [cut.id for piece in job.pieces for cut in piece.cuts], "with its board and its job"
        assert repository.load_shop(session, DEMO_SHOP).guides == SHOP.guides, "in its old place"
        with pytest.raises(NotFoundError):
            removed.bring_thing_back(session, DEMO_SHOP, "guides", guide.id)
    # Where its place was taken meanwhile it comes back at the end.
    with store.session() as session:
        removed.remove_thing(session, DEMO_SHOP, "guides", SHOP.guides[-1].id)
        items.add_all(session, DEMO_SHOP, "guides", [dataclasses.replace(guide, id="new-one")])
        removed.bring_thing_back(session, DEMO_SHOP, "guides", SHOP.guides[-1].id)
        assert [each.id for each in repository.load_shop(session, DEMO_SHOP).guides][-2:] == ["new-one", SHOP.guides[-1].id]
    gone = kept_jobs.now()
    with store.session() as session:
        removed.let_go(session, DEMO_SHOP, at=gone + removed.KEPT_FOR - timedelta(minutes=5))
        assert [each.id for each in removed.listed(session, DEMO_SHOP)] == ["shelf-dado-64"]
        removed.let_go(session, DEMO_SHOP, at=gone + removed.KEPT_FOR + timedelta(minutes=5))
        assert removed.listed(session, DEMO_SHOP) == ()
        assert len(kept_jobs.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts) == 3


LATER_TABLES, LATER = (
    {"removed_things", "outlines", "joints", "run_plans", "runs", "run_photos", "cares"},
    {"removed_at", "changed_at", "archived", "notes", "pins"},
)
"""What the tables of before did not have."""


def _rows(connection) -> dict[str, list[tuple[object, ...]]]:
    """Every row of every table, in the order in which it is listed."""
    found = {}
    for table in Base.metadata.sorted_tables:
        order = [table.c[name] for name in ("shop_id", "place", "id") if name in table.c]
        if table.name in LATER_TABLES:
            continue
        columns = [column for column in table.columns if column.name != "place" and column.name not in LATER]
        found[table.name] = [tuple(row) for row in connection.execute(select(*columns).order_by(*order))]
    return found


@pytest.fixture
def old_tables(database: PrivateDatabase, store: Store) -> Iterator[Engine]:  # noqa: ARG001 # the demo shop must be laid
    """The demo shop in the tables of the last revision before, two of its cuts in one place."""
    engine = create_engine(database.url)
    with engine.begin() as connection:
        kept = {table: connection.execute(table.select()).mappings().all() for table in Base.metadata.sorted_tables}
        connection.execute(text("SET foreign_key_checks = 0"))
        for table in [*Base.metadata.tables, "alembic_version"]:
            connection.execute(text(f"DROP TABLE {table}"))
        for made in OLD_TABLES.read_text().rstrip("; \n").split(";\n"):
            connection.execute(text(made.replace(":", "\\:")))
        connection.execute(text("SET foreign_key_checks = 1"))
        connection.execute(text("INSERT INTO alembic_version VALUES ('0017')"))
        for table, rows in kept.items():
            if rows and table.name not in LATER_TABLES:
                was = {"removed": False} if table.name in ("pieces", "cuts") else {}
                values = [{key: value for key, value in row.items() if key not in LATER} | was for row in rows]
                old = sa_table(table.name, *(column(name) for name in values[0]))
                types = {each.name: each.type for each in table.c}
                for each in old.c:
                    each.type = types.get(each.name, each.type)
                connection.execute(old.insert(), values)
        connection.execute(text("UPDATE cuts SET removed = 1 WHERE id = 'cross-mortise'"))
        connection.execute(text("UPDATE cuts SET place = 3 WHERE id = 'shelf-dado-420'"))
        connection.execute(text("UPDATE cuts SET place = 3 WHERE id = 'back-panel'"))
    yield engine
    with engine.begin() as connection:
        connection.execute(text("DELETE FROM alembic_version"))
    upgrade(database.url)
    engine.dispose()


def test_a_database_of_the_last_revision_before_is_taken_over_row_by_row(database: PrivateDatabase, old_tables: Engine):
    with old_tables.connect() as connection:
        before = _rows(connection)
    assert before["cuts"]
    assert before["bits"]
    upgrade(database.url)
    with old_tables.connect() as connection:
        assert _rows(connection) == before
        assert connection.scalar(text("SELECT version_num FROM alembic_version")) == "0008_photos"
        for table in ("cuts", "bits", "jobs"):
            doubled = f"SELECT count(*) FROM {table} GROUP BY shop_id, place HAVING count(*) > 1"
            assert connection.execute(text(doubled)).all() == []
        gone = connection.execute(text("SELECT id FROM cuts WHERE removed_at IS NOT NULL")).scalars().all()
        assert gone == ["cross-mortise"]
    test_migrations_make_exactly_the_models_and_may_run_again(database)


def test_an_older_database_is_refused_with_what_to_do(database: PrivateDatabase, old_tables: Engine):
    with old_tables.begin() as connection:
        connection.execute(text("UPDATE alembic_version SET version_num = '0012'"))
        before = _rows(connection)
    with pytest.raises(OldDatabaseError, match=r"revision 0012.*Start it once with Ranura 0\.1"):
        upgrade(database.url)
    with old_tables.connect() as connection:
        assert _rows(connection) == before


def test_two_things_never_have_one_place(store: Store):
    with store.session() as session, pytest.raises(IntegrityError, match="cuts_places"):
        session.execute(text("UPDATE cuts SET place = 3"))


def test_the_server_is_private_and_strict(database: PrivateDatabase):
    engine = create_engine(database.url)
    with engine.connect() as connection:
        wanted = {"character_set_server": "utf8mb4", "bind_address": "127.0.0.1", "default_storage_engine": "InnoDB"}
        for name, value in wanted.items():
            assert str(connection.execute(text(f"SELECT @@{name}")).scalar_one()) == value
        assert "STRICT_ALL_TABLES" in connection.execute(text("SELECT @@sql_mode")).scalar_one()
        assert connection.execute(text("SELECT @@port")).scalar_one() != 3306
    with pytest.raises(pymysql.err.OperationalError):
        pymysql.connect(host="127.0.0.1", port=engine.url.port or 0, user="root")
    engine.dispose()


def test_a_name_in_any_script_is_kept(store: Store):
    cut = dataclasses.replace(SHELF_DADOES[0][2])
    with store.session() as session:
        kept = kept_jobs.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="棚 – étagère 🪵", cut=cut, version=1)
    with store.session() as session:
        assert kept_jobs.load_cut(session, DEMO_SHOP, "shelf-dado-212").name == kept.name == "棚 – étagère 🪵"
