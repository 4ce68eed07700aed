"""News of what is written: every stream hears it, no thread is held, and what ends, ends."""

from __future__ import annotations

import asyncio
import json
import threading
from concurrent.futures import ThreadPoolExecutor

import pytest
from tests.conftest import in_own_loop

from ranura.api import news
from ranura.api.news import News


async def next_of(stream, most: float = 5.0) -> str:
    return await asyncio.wait_for(anext(stream), most)


async def begun(found: News, count: int = 1) -> list:
    streams = [found.stream() for _ in range(count)]
    for each in streams:
        assert await next_of(each) == "retry: 1000\n\n"
    return streams


def test_what_is_written_in_a_thread_is_heard_by_every_stream():
    async def run():
        found = News()
        streams = await begun(found, 3)
        threads = [threading.Thread(target=found.tell, args=(n,)) for n in (1, 2)]
        for thread in threads:
            thread.start()
            await asyncio.to_thread(thread.join)
        for each in streams:
            told = [json.loads((await next_of(each)).removeprefix("data: ")) for _ in range(2)]
            assert told == [{"writes": 1, "by": None}, {"writes": 2, "by": None}]
            await each.aclose()
        assert found._streams == {}, "nobody is told any more"

    in_own_loop(run())


def test_quiet_streams_say_that_they_are_there_and_all_end(monkeypatch):
    monkeypatch.setattr(news, "QUIET_S", 0.05)

    async def run():
        found = News()
        quiet, other = await begun(found, 2)
        assert await next_of(quiet) == ": still here\n\n"
        found.close()
        for each in (quiet, other):
            with pytest.raises(StopAsyncIteration):
                await next_of(each)

    in_own_loop(run())


def test_of_too_many_streams_the_oldest_ends(monkeypatch):
    monkeypatch.setattr(news, "MOST_STREAMS", 2)

    async def run():
        found = News()
        first, *others = await begun(found, 3)
        with pytest.raises(StopAsyncIteration):
            await next_of(first)
        found.tell(1)
        for each in others:
            assert "data:" in await next_of(each)

    in_own_loop(run())


def test_a_write_is_done_though_a_listener_s_loop_has_ended():
    found = News()
    kept = []

    async def run():
        kept.extend(await begun(found))

    loop = asyncio.new_event_loop()
    with ThreadPoolExecutor(1) as pool:
        pool.submit(loop.run_until_complete, run()).result()
    loop.close()
    found.tell(1)


def test_a_write_is_told_with_the_window_that_made_it_and_a_read_is_not(client, api, monkeypatch):
    told = []
    monkeypatch.setattr(api.app.state.news, "_put", lambda what: told.append(what) if what["by"] == "mine" else None)
    mine = {"Ranura-Window": "mine"}
    client.get("/api/jobs", headers=mine)
    assert told == []
    client.post("/api/jobs", json={"name": "New"}, headers=mine)
    client.delete("/api/cuts/lid-edges", headers=mine)
    assert len(told) == 2
    assert told[0]["writes"] < told[1]["writes"]
    client.post("/api/jobs", json={"name": ""}, headers=mine)
    assert len(told) == 2, "what was refused was not written"
