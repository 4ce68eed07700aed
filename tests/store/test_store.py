"""The store on a real MariaDB: round trips, the schema's promises, and the settings of the private server."""

from __future__ import annotations

import dataclasses
from collections.abc import Iterator

import pymysql
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, create_engine, inspect, select, text
from sqlalchemy.exc import IntegrityError

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.shop.house_rules import DEPTH_RULES, SPEED_RULES, HouseRules
from ranura.core.text.lengths import read
from ranura.demo.jobs import JOB_ID, SHELF_DADOES
from ranura.demo.shop import DEMO_SHOP, SHOP
from ranura.host import places
from ranura.host.database import PrivateDatabase
from ranura.store import repository, shops
from ranura.store.items import NotFoundError
from ranura.store.models import Base, ShopRow
from ranura.store.repository import StaleError, Store
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
        version = repository.load_cut(session, DEMO_SHOP, "shelf-dado-212").version
        saved = repository.save_cut(session, DEMO_SHOP, "shelf-dado-212", name=name, cut=cut, version=version)
    with store.session() as session:
        loaded = repository.load_cut(session, DEMO_SHOP, "shelf-dado-212")
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
        repository.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="first", cut=cut, version=1)
    with pytest.raises(StaleError) as caught, store.session() as session:
        repository.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="second", cut=cut, version=1)
    assert (caught.value.newer.name, caught.value.newer.version) == ("first", 2)


def test_the_demo_shop_is_never_touched_again_unless_laid_anew(store: Store):
    with store.session() as session:
        repository.set_cut_removed(session, DEMO_SHOP, "shelf-dado-64", True)
    shops.lay_demo(store, fresh=False, say=lambda _: None)
    with store.session() as session:
        assert len(repository.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts) == 3
    shops.lay_demo(store, fresh=True, say=lambda _: None)
    with store.session() as session:
        assert len(repository.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts) == 4


def test_ones_own_shop_stands_beside_the_demo(store: Store):
    shops.lay_own(store)
    shops.lay_own(store)
    with store.session() as session:
        own = repository.load_shop(session, shops.OWN_SHOP)
        assert (own.routers, own.bits) == ((), ()), "empty, so that the first questions are asked"
        assert repository.list_jobs(session, shops.OWN_SHOP) == ()
        with pytest.raises(NotFoundError):
            repository.load_job(session, shops.OWN_SHOP, JOB_ID)


def test_what_is_removed_is_gone_until_it_is_brought_back_to_its_place(store: Store):
    def cuts() -> list[str]:
        with store.session() as session:
            pieces = repository.load_job(session, DEMO_SHOP, JOB_ID).pieces
            return [cut.id for piece in pieces for cut in piece.cuts]

    before = cuts()
    with store.session() as session:
        repository.set_cut_removed(session, DEMO_SHOP, "shelf-dado-212", True)
    assert cuts() == before[1:]
    with store.session() as session, pytest.raises(NotFoundError):
        repository.load_cut(session, DEMO_SHOP, "shelf-dado-212")
    with store.session() as session:
        repository.set_cut_removed(session, DEMO_SHOP, "shelf-dado-212", False)
        repository.set_piece_removed(session, DEMO_SHOP, "wing-case-side", True)
    assert cuts() == [cut for cut in before if cut not in ("shelf-dado-212", "shelf-dado-64", "shelf-dado-420", "back-panel")]
    with store.session() as session:
        repository.set_piece_removed(session, DEMO_SHOP, "wing-case-side", False)
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


def test_a_cut_moves_one_place_and_stays_at_either_end(store: Store):
    first, second, third, fourth = "shelf-dado-212", "shelf-dado-64", "shelf-dado-420", "back-panel"

    def move(cut_id: str, *, later: bool) -> tuple[bool, list[str]]:
        with store.session() as session:
            moved = repository.move_cut(session, DEMO_SHOP, cut_id, later=later)
        with store.session() as session:
            return moved, [cut.id for cut in repository.load_job(session, DEMO_SHOP, JOB_ID).pieces[0].cuts]

    assert move(first, later=False) == (False, [first, second, third, fourth])
    assert move(fourth, later=True) == (False, [first, second, third, fourth])
    assert move(first, later=True) == (True, [second, first, third, fourth])
    assert move(fourth, later=False) == (True, [second, first, fourth, third])
    assert move(fourth, later=True) == (True, [second, first, third, fourth])


def _rows(connection) -> dict[str, list[tuple[object, ...]]]:
    """Every row of every table, in the order in which it is listed."""
    found = {}
    for table in Base.metadata.sorted_tables:
        order = [table.c[name] for name in ("shop_id", "place", "id") if name in table.c]
        columns = [column for column in table.columns if column.name != "place"]
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
            if rows:
                connection.execute(table.insert(), [dict(row) for row in rows])
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
        assert connection.scalar(text("SELECT version_num FROM alembic_version")) == "0001_tables"
        for table in ("cuts", "bits", "jobs"):
            doubled = f"SELECT count(*) FROM {table} GROUP BY shop_id, place HAVING count(*) > 1"
            assert connection.execute(text(doubled)).all() == []
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
        kept = repository.save_cut(session, DEMO_SHOP, "shelf-dado-212", name="棚 – étagère 🪵", cut=cut, version=1)
    with store.session() as session:
        assert repository.load_cut(session, DEMO_SHOP, "shelf-dado-212").name == kept.name == "棚 – étagère 🪵"
