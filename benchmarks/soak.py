"""What tries to break it, for long: kills, generated requests, many clients, bad connections, a full disk.

make soak          all of it, some twenty minutes on two cores; prints the table of docs/reliability.md
make soak SHARE=0.05   a twentieth, to see that it runs
"""

from __future__ import annotations

import http.client
import json
import os
import socket
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable, Iterator
from concurrent.futures import ProcessPoolExecutor, ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path
from random import Random
from typing import Any

from fastapi.testclient import TestClient
from sqlalchemy import event

from brookwind.api.app import make_app
from brookwind.demo.load import load_demo
from brookwind.store.copies import look_into
from brookwind.store.database import open_database
from tests.abuse.generated import send
from tests.abuse.killed import (
    lost_by_a_kill_in_mid_demo,
    lost_by_a_kill_in_mid_log,
    lost_by_a_kill_in_mid_migration,
    lost_by_a_kill_in_mid_save,
)

WORKERS = 2
_KEY = "rudd-strung"


def kills(of: Callable[[Path, Random], str], one_file: bool, seed: int, most: int) -> list[str]:
    """So many kills of one sort; what was lost."""
    draw, lost = Random(seed), []
    with tempfile.TemporaryDirectory() as folder:
        for i in range(most):
            path = Path(folder) / ("one.db" if one_file else f"{i}.db")
            if told := of(path, draw):
                lost.append(told)
            if not one_file:
                for left in Path(folder).iterdir():
                    left.unlink()
    return lost


def requests(seed: int, most: int) -> tuple[int, int, list[str], float]:
    """So many generated requests: sent, done, faults, and the most time of the processor that one took. [s]"""
    with tempfile.TemporaryDirectory() as folder:
        engine = open_database(Path(folder) / "soaked.db")
        load_demo(engine)
        with TestClient(make_app(engine), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
            tally = send(client, seed, most)
        engine.dispose()
    return (
        tally.sent,
        tally.done,
        [f"{s} {r.method} {r.path} {r.body!r}"[:2000] for s, r in tally.faults],
        tally.slowest_s,
    )


@contextmanager
def served() -> Iterator[tuple[int, Path]]:
    """The demo on a real port, and its file."""
    with tempfile.TemporaryDirectory() as folder, socket.create_server(("127.0.0.1", 0)) as probe:
        port, path = probe.getsockname()[1], Path(folder) / "demo.db"
        probe.close()
        env = {**os.environ, "BROOKWIND_DEMO_DB": str(path)}
        command = [sys.executable, "-m", "brookwind.cli", "demo", "--port", str(port)]
        server = subprocess.Popen(command, env=env, stdout=subprocess.DEVNULL)
        try:
            while ask(port, "GET", "/api/rigs")[0] != 200:
                time.sleep(0.05)
            yield port, path
        finally:
            server.terminate()
            server.wait()


def ask(port: int, method: str, path: str, body: object = None) -> tuple[int, Any]:
    """A call and its answer; status 0 when nobody answers."""
    try:
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=30)
        sent = None if body is None else json.dumps(body)
        connection.request(method, path, sent, {"content-type": "application/json"})
        answer = connection.getresponse()
        return answer.status, json.loads(answer.read() or b"null")
    except OSError:
        return 0, None
    finally:
        connection.close()


def twenty_clients(each: int) -> tuple[int, int, int]:
    """Clients that count up one number in one rig's notes: counted, kept, and refused as stale on the way."""
    with served() as (port, _):
        rig = ask(port, "GET", f"/api/rigs/{_KEY}")[1]
        ask(port, "PUT", f"/api/rigs/{_KEY}", {"version": rig["version"], "fields": {**rig["fields"], "notes": "0"}})

        def count(_: int) -> tuple[int, int]:
            done = stale = 0
            while done < each:
                there = ask(port, "GET", f"/api/rigs/{_KEY}")[1]
                fields = {**there["fields"], "notes": str(int(there["fields"]["notes"]) + 1)}
                status, _answer = ask(port, "PUT", f"/api/rigs/{_KEY}", {"version": there["version"], "fields": fields})
                done += status == 200
                stale += status == 409
            return done, stale

        with ThreadPoolExecutor(20) as pool:
            told = list(pool.map(count, range(20)))
        kept = int(ask(port, "GET", f"/api/rigs/{_KEY}")[1]["fields"]["notes"])
    return sum(d for d, _ in told), kept, sum(s for _, s in told)


def bad_connections(most: int) -> tuple[float, float]:
    """Median time of an evaluation alone, and with so many dripping and cut connections about. [s]"""
    head = b"POST /api/evaluate HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: application/json\r\n"
    head += b"content-length: 90000\r\n\r\n{"
    with served() as (port, _):
        body = {"rig": ask(port, "GET", f"/api/rigs/{_KEY}")[1]["fields"]}

        def median() -> float:
            times = []
            for _ in range(30):
                began = time.perf_counter()
                assert ask(port, "POST", "/api/evaluate", body)[0] == 200
                times.append(time.perf_counter() - began)
            return statistics.median(times)

        alone, links = median(), []
        for i in range(most):
            link = socket.create_connection(("127.0.0.1", port), timeout=10)
            link.sendall(head)
            if i % 2:
                link.close()
            else:
                links.append(link)
        among = median()
        for link in links:
            link.close()
    return alone, among


def full_disk(most: int) -> tuple[int, int, str]:
    """Creating on a disk that fills up: created, refused as full, and what is missing afterwards."""
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "full.db"
        engine = open_database(path)
        load_demo(engine)
        engine.dispose()
        event.listen(engine, "checkout", lambda c, *_: c.execute("PRAGMA max_page_count = 120"))
        made, full = [], 0
        with TestClient(make_app(engine), base_url="http://127.0.0.1", raise_server_exceptions=False) as client:
            rig = client.get(f"/api/rigs/{_KEY}").json()["fields"]
            for i in range(most):
                answer = client.post("/api/rigs", json={**rig, "id": f"copy-{i}", "notes": "x" * (i % 4000)})
                full += answer.status_code == 507
                made += [f"copy-{i}"] if answer.status_code == 201 else []
        engine.dispose()
        found = look_into(path)
        missing = [key for key in made if key not in found.documents["rig"]]
        return len(made), full, "; ".join([*found.damage, *missing])


def main() -> None:
    """Do all of it and print the table."""
    share = float(os.environ.get("SHARE") or 1.0)
    began = time.monotonic()

    def some(most: int) -> int:
        return max(1, round(most * share))

    rows: list[tuple[str, str, str]] = []
    with ProcessPoolExecutor(WORKERS) as pool:
        for name, of, one_file, most in (
            ("killed in mid save", lost_by_a_kill_in_mid_save, True, 600),
            ("killed in mid log", lost_by_a_kill_in_mid_log, True, 100),
            ("killed in mid migration", lost_by_a_kill_in_mid_migration, False, 200),
            ("killed as the demo is loaded", lost_by_a_kill_in_mid_demo, False, 200),
        ):
            parts = [pool.submit(kills, of, one_file, seed, some(most // WORKERS)) for seed in range(WORKERS)]
            lost = [told for part in parts for told in part.result()]
            rows.append((name, f"{some(most // WORKERS) * WORKERS} times", "; ".join(lost) or "nothing lost"))
        told = [t.result() for t in [pool.submit(requests, seed, some(2500)) for seed in range(100, 120)]]
    faults = [f for t in told for f in t[2]]
    rows.append(
        (
            "generated requests",
            f"{sum(t[0] for t in told)}, of which {sum(t[1] for t in told)} were done",
            "; ".join(faults) or f"no 5xx; the longest took {max(t[3] for t in told):.1f} s of the processor",
        )
    )
    done, kept, stale = twenty_clients(some(50))
    rows.append(("twenty clients on one rig", f"{done} saves, {stale} refused as stale", f"{done - kept} lost"))
    alone, among = bad_connections(some(400))
    rows.append(
        (
            "dripping and cut connections",
            f"{some(400)} at once",
            f"evaluate {1000 * alone:.0f} ms alone, {1000 * among:.0f} ms among them",
        )
    )
    made, full, missing = full_disk(some(1000))
    rows.append(("a disk that fills up", f"{made} kept, {full} refused", missing or "nothing lost, no 500"))
    print("| what | how often | what came of it |\n| --- | --- | --- |")
    for row in rows:
        print(f"| {' | '.join(row)} |")
    print(f"\n{os.cpu_count()} cores, {(time.monotonic() - began) / 60:.0f} minutes")


if __name__ == "__main__":
    main()
