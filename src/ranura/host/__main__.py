"""The verbs of `./ranura`. Standard library only until set-up is done; a verb's own module is imported last."""

from __future__ import annotations

import errno
import os
import sys
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ranura.host import places, setup
from ranura.host.progress import CannotGoOn, say


@dataclass(frozen=True)
class Verb:
    """A word of the command line: what it does, what must be installed first, and who does it."""

    help: str
    level: setup.Level | None
    run: Callable[[Sequence[str]], int]
    debian: tuple[dict[str, str], ...] = ()


def _demo(arguments: Sequence[str]) -> int:
    fresh = _flag(arguments, "--fresh")
    from ranura.host.serve import serve

    return serve(demo=True, fresh=fresh)


def _start(arguments: Sequence[str]) -> int:
    _flag(arguments)
    from ranura.host.serve import serve

    return serve(demo=False, fresh=False)


def _stop(arguments: Sequence[str]) -> int:
    from ranura.host.running import stop

    _flag(arguments)
    return stop()


def _backup(arguments: Sequence[str]) -> int:
    from ranura.host.backups import backup

    return backup(_file(arguments))


def _restore(arguments: Sequence[str]) -> int:
    from ranura.host.backups import restore

    return restore(_file(arguments))


def _file(arguments: Sequence[str]) -> str:
    """The one file that is named."""
    if len(arguments) != 1 or arguments[0].startswith("-"):
        raise CannotGoOn("name one file: ./ranura backup FILE, ./ranura restore FILE", code=2)
    return arguments[0]


def _test(arguments: Sequence[str]) -> int:
    from ranura.host.checks import test

    reach, *rest = arguments or ("usual",)
    known = reach in ("quick", "usual", "all") and not rest
    return test(reach=reach if known else "usual", rest=() if known else arguments)


def _check(arguments: Sequence[str]) -> int:
    from ranura.host.checks import check

    _flag(arguments)
    return check()


def _fix(arguments: Sequence[str]) -> int:
    from ranura.host.checks import fix

    _flag(arguments)
    return fix()


def _bench(arguments: Sequence[str]) -> int:
    from ranura.host.bench import bench

    _flag(arguments)
    return bench()


def _prove(arguments: Sequence[str]) -> int:
    from ranura.host.checks import prepare, prove

    prepare()
    return prove(arguments)


def _pictures(arguments: Sequence[str]) -> int:
    from ranura.host.pictures import pictures

    _flag(arguments)
    return pictures()


def _calc(arguments: Sequence[str]) -> int:
    from ranura.calc.command import main

    # Half a character in somebody's text must not end a batch: it goes out as the JSON escape it came in as.
    sys.stdout.reconfigure(encoding="utf-8", errors="backslashreplace")  # type: ignore[union-attr]
    return main(list(arguments), sys.stdin.buffer, sys.stdout)


def _flag(arguments: Sequence[str], known: str | None = None) -> bool:
    """True when the one known flag was given; anything else is refused."""
    for argument in arguments:
        if argument != known:
            raise CannotGoOn(f"unknown option {argument!r}; ./ranura --help lists the verbs", code=2)
    return bool(arguments)


_DATABASE = (setup.DATABASE_PACKAGES,)
_ALL = (setup.DATABASE_PACKAGES, setup.BROWSER_PACKAGES)

VERBS = {
    "demo": Verb("set up what is missing and serve the demo shop (--fresh lays it anew)", "run", _demo, _DATABASE),
    "start": Verb("serve your own shop", "run", _start, _DATABASE),
    "stop": Verb("end the Ranura that is running", None, _stop),
    "backup": Verb("write your shop with its jobs and history into a file: backup FILE", "run", _backup, _DATABASE),
    "restore": Verb("put such a file in the place of your shop, all or nothing: restore FILE", "run", _restore, _DATABASE),
    "calc": Verb("answer one sum: calc NAME < request.json, or calc --batch < requests.jsonl", "run", _calc),
    "test": Verb("linters, types, random cuts, tests (quick: no slow ones; all: a long sweep)", "dev", _test, _ALL),
    "check": Verb("linters and types alone", "dev", _check),
    "fix": Verb("format the code and write the generated documents", "dev", _fix),
    "prove": Verb("plan random cuts and judge their moves a second time (--count N, --seed S)", "dev", _prove),
    "bench": Verb("measure speed side by side and write docs/performance.md", "dev", _bench, _ALL),
    "pictures": Verb("take the pictures of the README anew, from the demo shop", "dev", _pictures, _ALL),
}


def usage() -> str:
    """One line a verb."""
    lines = [f"  {name:<8} {verb.help}" for name, verb in VERBS.items()]
    return "\n".join(["Ranura plans router cuts. Usage: ./ranura VERB", "", *lines])


def main(arguments: Sequence[str]) -> int:
    """Sets up what the verb needs, moves into the project's own Python, and runs the verb."""
    if not arguments or arguments[0] in ("--help", "-h", "help"):
        print(usage())
        return 0 if arguments else 2
    verb = VERBS.get(arguments[0])
    if verb is None:
        raise CannotGoOn(f"unknown verb {arguments[0]!r}\n\n{usage()}", code=2)
    if verb.level is not None:
        with setup.one_at_a_time():
            for packages in verb.debian:
                setup.ensure_debian(packages)
            changed = setup.ensure_python(verb.level)
        python = places.venv_python()
        if changed or os.path.realpath(sys.prefix) != os.path.realpath(places.VENV):
            os.execv(python, [str(python), "-m", "ranura.host", *arguments])
    return verb.run(arguments[1:])


def command() -> None:
    """The process: runs the verb of its arguments and ends with its code."""
    try:
        sys.exit(main(sys.argv[1:]))
    except CannotGoOn as problem:
        say(str(problem))
        sys.exit(problem.code)
    except OSError as problem:
        say(_in_words(problem))
        sys.exit(1)
    except KeyboardInterrupt:
        sys.exit(130)


def _in_words(problem: OSError) -> str:
    """What is wrong with the disk or a folder, and what to do."""
    where = f" ({problem.filename})" if problem.filename else ""
    match problem.errno:
        case errno.ENOSPC | errno.EDQUOT:
            return f"The disk is full{where}. What was kept is safe; make room, then start again."
        case errno.EROFS:
            return f"Ranura's folder cannot be written{where}: the disk is mounted for reading only. Nothing was changed."
        case errno.EACCES | errno.EPERM:
            return f"This user may not write there{where}. Give the folder to this user, or name another with RANURA_HOME."
        case _:
            return f"{problem.strerror or problem}{where}."


if __name__ == "__main__":
    command()
