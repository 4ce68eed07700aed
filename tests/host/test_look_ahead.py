"""What the first pages will ask for is asked for as soon as the server stands: the jobs that were changed last."""

from __future__ import annotations

import json
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

from ranura.host.serve import look_ahead


def asked_of(jobs: list[dict[str, object]] | str) -> list[str]:
    """What is asked of a server that has some jobs, or answers with a text."""
    asked: list[str] = []

    class Answers(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            asked.append(self.path)
            body = (jobs if isinstance(jobs, str) else json.dumps(jobs)).encode()
            self.send_response(200)
            self.send_header("Content-Length", str(len(body)))
            self.end_headers()
            self.wfile.write(body)

        def log_message(self, *_: object) -> None:
            """Says nothing."""

    with ThreadingHTTPServer(("127.0.0.1", 0), Answers) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        look_ahead(f"http://127.0.0.1:{server.server_port}/")
        server.shutdown()
    return asked


def test_the_jobs_that_were_changed_last_are_asked_for_the_last_one_first():
    days = {"a": 3, "b": 9, "c": 5, "d": 1, "gone": 10}
    jobs = [{"id": name, "archived": name == "gone", "changed_at": f"2026-03-{day:02}T08:00:00Z"} for name, day in days.items()]
    assert asked_of(jobs) == ["/api/jobs", "/api/jobs/b", "/api/jobs/c", "/api/jobs/a"]


def test_a_server_that_answers_oddly_or_not_at_all_is_let_be():
    assert asked_of("no list") == ["/api/jobs"]
    look_ahead("http://127.0.0.1:1/")
