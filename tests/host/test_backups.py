"""`backup`, `restore` and where one's own data lies: while nothing runs, with a damaged database, and a shop of before."""

from __future__ import annotations

import dataclasses
import json

import pytest

from ranura.demo.shop import SHOP
from ranura.host import backups, places, running
from ranura.host.progress import CannotGoOn
from ranura.store import kept_jobs, repository, shops
from ranura.store.backup import read, written
from ranura.store.copies import folder_of


def filled(home, name: str) -> str:
    """A home with an own shop of the demo's tools and a job; its backup's text."""
    with backups._opened(home) as store:
        with store.session() as session:
            repository.replace_shop(session, dataclasses.replace(SHOP, id=shops.OWN_SHOP, name=name))
            kept_jobs.add_job(session, shops.OWN_SHOP, id=f"job-{name}", name=name)
        with store.session() as session:
            return written(session, shops.OWN_SHOP)


def test_one_s_own_data_lies_among_the_user_s(monkeypatch, tmp_path):
    monkeypatch.delenv("RANURA_HOME", raising=False)
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path))
    assert places.own_home() == tmp_path / "ranura"
    assert places.home() == places.TOOLS.resolve(), "the demo's stay in the checkout"
    monkeypatch.setenv("XDG_DATA_HOME", "not/absolute")
    monkeypatch.setenv("HOME", str(tmp_path))
    assert places.own_home() == tmp_path / ".local" / "share" / "ranura"
    monkeypatch.setenv("RANURA_HOME", str(tmp_path / "mine"))
    assert places.own_home() == places.home() == tmp_path / "mine"


@pytest.mark.slow
def test_an_empty_machine_gets_what_was_backed_up_and_a_damaged_one_too(monkeypatch, tmp_path, capsys):
    one, two, file = tmp_path / "one", tmp_path / "two", tmp_path / "shop.json"
    monkeypatch.setenv("RANURA_HOME", str(one))
    with pytest.raises(CannotGoOn, match="no shop"):
        backups.backup(str(file))
    text = filled(one, "Harbour")
    assert backups.backup(str(file)) == 0
    assert read(file.read_text()).rows == read(text).rows
    assert oct(file.stat().st_mode & 0o777) == "0o600"
    assert "1 jobs" in capsys.readouterr().out

    monkeypatch.setenv("RANURA_HOME", str(two))
    assert backups.restore(str(file)) == 0
    again = tmp_path / "again.json"
    assert backups.backup(str(again)) == 0
    assert read(again.read_text()).rows == read(text).rows, "row by row"
    assert backups.restore(str(file)) == 0
    (kept,) = folder_of(two).glob("before-restore-*.json")
    assert read(kept.read_text()).rows == read(text).rows, "what was there is kept first"

    # A database that does not start is put aside, and the backup goes into a new one.
    (two / "db" / "data" / "ibdata1").write_bytes(b"damaged" * 4096)
    with pytest.raises(CannotGoOn, match="restore"):
        backups.backup(str(tmp_path / "third.json"))
    assert backups.restore(str(file)) == 0
    assert list(two.glob("db.damaged-*"))
    assert backups.backup(str(again)) == 0
    assert read(again.read_text()).rows == read(text).rows


@pytest.mark.thorough
@pytest.mark.slow
def test_a_shop_of_the_checkout_is_moved_over_once(monkeypatch, tmp_path):
    monkeypatch.delenv("RANURA_HOME", raising=False)
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "data"))
    monkeypatch.setattr(places, "TOOLS", tmp_path / "checkout")
    text, home = filled(tmp_path / "checkout", "Before"), places.own_home()
    found = backups.earlier_shop(home)
    assert found is not None
    with backups._opened(home) as store:
        backups.move_over(store, home, found)
        with store.session() as session:
            assert read(written(session, shops.OWN_SHOP)).rows == read(text).rows
    assert backups.earlier_shop(home) is None, "once"
    with backups._opened(home) as store:
        with store.session() as session:
            kept_jobs.add_job(session, shops.OWN_SHOP, id="job-after", name="After")
        backups.move_over(store, home, found)
        with store.session() as session:
            assert len(kept_jobs.list_jobs(session, shops.OWN_SHOP)) == 2, "never in the place of what is there"
    with backups._opened(tmp_path / "checkout") as store, store.session() as session:
        assert read(written(session, shops.OWN_SHOP)).rows == read(text).rows, "what was there stays"


@pytest.mark.parametrize("words", [[], ["one", "two"], ["--file"]])
def test_a_backup_names_one_file(words):
    from ranura.host.__main__ import VERBS

    for verb in ("backup", "restore"):
        with pytest.raises(CannotGoOn) as refused:
            VERBS[verb].run(words)
        assert refused.value.code == 2


def test_files_that_are_none_are_refused_before_anything_is_touched(monkeypatch, tmp_path):
    monkeypatch.setenv("RANURA_HOME", str(tmp_path / "home"))
    other = tmp_path / "other.json"
    other.write_text(json.dumps({"a": 1}))
    for run, file in ((backups.restore, tmp_path / "none.json"), (backups.restore, other), (backups.backup, other)):
        with pytest.raises(CannotGoOn) as refused:
            run(str(file))
        assert refused.value.code == 2
    assert not (tmp_path / "home").exists()
    assert other.read_text() == json.dumps({"a": 1})


def test_a_home_in_use_is_left_alone(monkeypatch, tmp_path):
    monkeypatch.setenv("RANURA_HOME", str(tmp_path))
    lock = running.take_lock(tmp_path)
    assert lock is not None
    with lock, pytest.raises(CannotGoOn, match="stop"), backups._opened(tmp_path):
        pass
    assert not (tmp_path / "db").exists()
