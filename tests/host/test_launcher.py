"""The launcher as a person uses it: verbs, demo, a second demo, stop, kill -9, and a database that ends by itself."""

from __future__ import annotations

import json
import os
import re
import signal
import subprocess
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest

from ranura.host import places, running, setup
from ranura.host.__main__ import VERBS
from ranura.host.ports import listen
from ranura.host.progress import CannotGoOn

LAUNCHER = places.ROOT / "ranura"
READY = re.compile(r"^Ranura is ready: http://127\.0\.0\.1:(\d+)/$")


def test_help_has_one_line_a_verb():
    done = subprocess.run([LAUNCHER, "--help"], capture_output=True, text=True, check=True)
    lines = done.stdout.splitlines()
    for verb in ("demo", "start", "stop", "test", "check", "fix", "bench", "calc"):
        assert verb in VERBS
        assert sum(line.strip().startswith(f"{verb} ") for line in lines) == 1


@pytest.mark.slow
@pytest.mark.parametrize("words", [[], ["magic"], ["demo", "--frsh"], ["calc"], ["calc", "--all"]])
def test_wrong_words_end_with_2(words):
    done = subprocess.run([LAUNCHER, *words], capture_output=True, text=True, input="")
    assert done.returncode == 2
    assert "Traceback" not in done.stderr


@pytest.mark.slow
def test_calc_keeps_standard_output_for_the_answer():
    done = subprocess.run([LAUNCHER, "calc", "length"], capture_output=True, text=True, input='{"text": "3/4 in"}', check=True)
    assert json.loads(done.stdout)["mm"] == 19.05
    wrong = subprocess.run([LAUNCHER, "calc", "length"], capture_output=True, text=True, input='{"text": "3//4"}')
    assert wrong.returncode == 2
    assert json.loads(wrong.stdout)["error"]["field"] == "text"


def test_missing_packages_without_root_print_the_one_command(monkeypatch):
    monkeypatch.setattr(setup.os, "geteuid", lambda: 1000)
    monkeypatch.setattr(setup, "find_program", lambda _: None)
    with pytest.raises(CannotGoOn) as caught:
        setup.ensure_debian(setup.DATABASE_PACKAGES)
    assert caught.value.code == 2
    assert "apt-get install --no-install-recommends -y mariadb-server-core mariadb-client-core" in str(caught.value)


def test_a_fingerprint_follows_names_and_contents(tmp_path, monkeypatch):
    monkeypatch.setattr(places, "ROOT", tmp_path)
    (tmp_path / "a").write_text("1")
    first = setup.fingerprint([tmp_path / "a"])
    assert setup.fingerprint([tmp_path / "a"]) == first
    (tmp_path / "a").write_text("2")
    assert setup.fingerprint([tmp_path / "a"]) != first
    assert setup.fingerprint([tmp_path / "a"], salt="x") != setup.fingerprint([tmp_path / "a"])


def test_locks_hold_hashes_and_no_address():
    for name in ("run.txt", "dev.txt", "uv.txt"):
        text = (places.REQUIREMENTS / name).read_text()
        assert "--hash=sha256:" in text
        assert "://" not in text
    for lock in (places.WEB / "package-lock.json", places.WEB / "openapi" / "package-lock.json"):
        assert '"resolved"' not in lock.read_text()


class Demo:
    """A demo in a home of its own, as a process of its own."""

    def __init__(self, home: Path, *words: str) -> None:
        with listen(38_740) as free:
            port = free.getsockname()[1]
        self.env = {**os.environ, "RANURA_HOME": str(home), "RANURA_PORT": str(port)}
        self.home = home
        self.process = subprocess.Popen(
            [LAUNCHER, "demo", *words], env=self.env, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True
        )
        assert self.process.stdout is not None
        self.ready = self.process.stdout.readline().strip()
        assert READY.match(self.ready), self.ready
        self.url = self.ready.removeprefix("Ranura is ready: ")

    def get(self, path: str) -> tuple[int, str]:
        try:
            with urllib.request.urlopen(self.url + path.lstrip("/"), timeout=20) as response:
                return response.status, response.read().decode()
        except urllib.error.HTTPError as error:
            return error.code, error.read().decode()

    def verb(self, *words: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run([LAUNCHER, *words], env=self.env, capture_output=True, text=True, timeout=60)

    def database_pid(self) -> int:
        for folder in Path("/proc").iterdir():
            if folder.name.isdecimal():
                try:
                    line = (folder / "cmdline").read_bytes()
                except OSError:
                    continue
                if line.startswith((b"mariadbd\0", b"/usr/sbin/mariadbd\0")) and str(self.home).encode() in line:
                    return int(folder.name)
        raise AssertionError("no database of this home is running")

    def close(self) -> None:
        self.process.kill()
        self.process.wait()
        assert self.process.stdout is not None
        self.process.stdout.close()


@pytest.fixture
def demo(tmp_path: Path) -> Iterator[Demo]:
    made = Demo(tmp_path)
    yield made
    made.verb("stop")
    made.close()


def wait_for(condition, seconds=20.0):
    deadline = time.monotonic() + seconds
    while not condition():
        assert time.monotonic() < deadline, "it never came"
        time.sleep(0.1)


@pytest.mark.thorough
def test_a_port_that_was_asked_for_and_is_taken_is_an_error_that_names_who_has_it(demo: Demo, tmp_path: Path):
    port = demo.url.rstrip("/").rpartition(":")[2]
    other = {**os.environ, "RANURA_HOME": str(tmp_path / "other"), "RANURA_PORT": port}
    done = subprocess.run([LAUNCHER, "demo"], env=other, capture_output=True, text=True, timeout=60)
    assert done.returncode == 1
    assert f"Port {port} is taken by" in done.stderr
    assert f"process {demo.process.pid}" in done.stderr
    assert "Traceback" not in done.stderr


def test_unasked_the_next_free_port_is_taken():
    with listen(28_900) as first, listen(28_900) as second:
        assert second.getsockname()[1] > first.getsockname()[1]
        with pytest.raises(CannotGoOn, match="taken by"):
            listen(first.getsockname()[1], asked=True)


@pytest.mark.thorough
def test_a_database_that_ends_by_itself_is_started_again(demo: Demo):
    os.kill(demo.database_pid(), signal.SIGKILL)
    wait_for(lambda: demo.get("/api/jobs/little-harbour")[0] == 200)


def instruments() -> set[int]:
    """The simulated instruments that run on this machine."""
    found = set()
    for folder in Path("/proc").iterdir():
        if folder.name.isdecimal():
            try:
                words = (folder / "cmdline").read_bytes().split(b"\0")
            except OSError:
                continue
            if b"ranura.devices" in words:
                found.add(int(folder.name))
    return found


def plugged(demo: Demo) -> set[int]:
    """Both instruments, plugged in."""
    before = instruments()
    for kind in ("caliper", "tachometer"):
        request = urllib.request.Request(f"{demo.url}api/instruments/{kind}/plug", method="POST")
        with urllib.request.urlopen(request, timeout=20) as answer:
            assert json.loads(answer.read())["state"] == "ready"
    started = instruments() - before
    assert len(started) == 2
    return started


@pytest.mark.slow
def test_a_demo_serves_alone_survives_kill_9_and_stops(demo: Demo):
    status, before = demo.get("/api/jobs/little-harbour")
    assert (status, json.loads(before)["name"]) == (200, "The Little Harbour")
    assert demo.get("/")[0] == 200
    second = demo.verb("demo")
    assert (second.returncode, second.stdout.strip()) == (0, demo.ready), "a second one says where the first is"
    # kill -9 leaves no database and no instrument, and the next start has all there was.
    started = plugged(demo)
    demo.process.kill()
    demo.process.wait()
    wait_for(lambda: not instruments() & started)
    again = Demo(demo.home)
    try:
        assert again.get("/api/jobs/little-harbour")[1] == before
        assert again.verb("stop").returncode == 0
        assert again.process.wait(timeout=20) == 0
        assert again.verb("stop").stdout.strip() == "No Ranura is running here."
    finally:
        again.close()


@pytest.mark.thorough
def test_no_instrument_outlives_a_server_that_is_stopped(demo: Demo):
    started = plugged(demo)
    assert demo.verb("stop").returncode == 0
    wait_for(lambda: not instruments() & started)


@pytest.mark.thorough
def test_a_port_that_is_none_is_refused_before_anything_starts(tmp_path):
    for name in ("RANURA_PORT", "RANURA_CALIPER_PORT"):
        env = {**os.environ, "RANURA_HOME": str(tmp_path), name: "70000"}
        done = subprocess.run([LAUNCHER, "demo"], env=env, capture_output=True, text=True, timeout=60)
        assert done.returncode == 2
        assert name in done.stderr


def test_a_file_left_by_a_dead_server_is_not_believed(tmp_path):
    running.announce(tmp_path, "http://127.0.0.1:1/")
    lock = running.take_lock(tmp_path)
    assert lock is not None
    assert running.read(tmp_path) is None
    assert running.take_lock(tmp_path) is None
    lock.close()
