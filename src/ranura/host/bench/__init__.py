"""`bench`: what is fast and what is not, measured side by side in one run, and written to docs/performance.md.

Each figure stands beside a measure of the same machine in the same minute (a bare echo route, a smaller drawer), so that it
means something on another machine too. Nothing here is a test: a slow minute fails nobody.
"""

from __future__ import annotations

import json

import psutil
from playwright.sync_api import sync_playwright

from ranura.host import places, setup
from ranura.host.bench.channels import measure_clashes, measure_stations
from ranura.host.bench.drawer import measure_drawer, measure_import
from ranura.host.bench.edges import measure_drag
from ranura.host.bench.joints import measure_joints
from ranura.host.bench.measuring import Measure
from ranura.host.bench.planning import large_shop, measure_growth, measure_memory, measure_plan
from ranura.host.bench.proof import measure_proof
from ranura.host.bench.running import measure_log, measure_order, measure_run_keys
from ranura.host.bench.screens import measure_first_view, measure_typing
from ranura.host.bench.serving import opened_store, served
from ranura.host.bench.templates import measure_panning, measure_templates
from ranura.host.progress import answer, say

PAGE = places.ROOT / "docs" / "performance.md"
BROWSER = "chromium-headless-shell"
BROWSER_OPTIONS = ("--no-sandbox", "--disable-gpu")


def _page(measures: list[Measure]) -> str:
    lines = [
        "# Speed",
        "",
        "Written by `./ranura bench`: each line was measured in one run, side by side with what it is held against.",
        "",
    ]
    lines += ["| what | goal | seen | met |", "|---|---|---|---|"]
    lines += [f"| {m.what} | {m.goal} | {m.seen} | {'yes' if m.met else '**no**'} |" for m in measures]
    cores = psutil.cpu_count() or 0
    return "\n".join([*lines, "", f"On {cores} cores; headless Chromium; database, server and browser on the same machine.", ""])


def bench() -> int:
    """Measures everything, prints it and writes the page."""
    setup.ensure_page("dev")
    measures: list[Measure] = []
    with opened_store() as store, sync_playwright() as playwright:
        executable = setup.find_program(BROWSER)
        browser = playwright.chromium.launch(executable_path=executable, args=list(BROWSER_OPTIONS))
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        with served(store) as url:
            say("Measuring plan and echo …")
            measures += [measure_plan(url, what="Plan request, demo's drawer"), measure_memory()]
            say("Measuring the first view …")
            measures += measure_first_view(page, url)
            say("Measuring typing …")
            measures.append(measure_typing(page, url))
            say("Measuring edges …")
            measures.append(measure_drag(page, url))
            say("Measuring proofs …")
            measures += [*measure_proof(url), measure_panning(page, url)]
            say("Measuring channels and pockets …")
            measures += [*measure_stations(url), measure_clashes()]
            say("Measuring runs and their log …")
            measures += [measure_order(), measure_run_keys(page, url), measure_log(store, url)]
        say("Measuring templates …")
        measures += measure_templates()
        say("Measuring joints …")
        measures += measure_joints()
        say("Measuring a shop with 300 bits …")
        with served(store, large_shop(300)) as url:
            measures.append(measure_plan(url, what="Plan request, 300 bits × 6 routers,"))
        say("Measuring larger and larger drawers …")
        measures.append(measure_growth())
        say("Measuring a drawer of 3,000 bits …")
        with served(store, large_shop(3_000)) as url:
            measures += measure_drawer(page, url)
            measures.append(measure_import(url))
        browser.close()
    PAGE.write_text(_page(measures))
    answer(json.dumps({m.what: m.seen for m in measures}, ensure_ascii=False, indent=1))
    return 0
