"""Start of a process: seconds to its first answer and the memory it then holds, over a bare ASGI route's."""

from __future__ import annotations

import os
import socket
import statistics
import subprocess
import sys
import time
from dataclasses import dataclass
from pathlib import Path
from urllib.request import urlopen

from benchmarks.floors import IMPORTED
from benchmarks.visitors import wait_for

BARE = """
import sys, uvicorn
async def app(scope, receive, send):
    if scope["type"] == "http":
        await send({"type": "http.response.start", "status": 200, "headers": [(b"content-type", b"text/html")]})
        await send({"type": "http.response.body", "body": b"hello"})
uvicorn.run(app, host="127.0.0.1", port=int(sys.argv[1]), log_level="warning", lifespan="off")
"""
FRAMEWORK = """
import sys, fastapi, uvicorn
app = fastapi.FastAPI()
@app.get("/deleted")
def hello() -> str:
    return "hello"
uvicorn.run(app, host="127.0.0.1", port=int(sys.argv[1]), log_level="warning", lifespan="off")
"""
STARTS = 3  # after one more of ours that compiles


@dataclass(frozen=True)
class Start:
    """Median seconds to the first answer (``first``) and resident memory after it, as ratios."""

    first: float
    memory: float


def starts(database: Path) -> tuple[Start, Start, Start]:
    """A start over that of a bare ASGI route; over that of a bare route of the web framework; and a bare ASGI route
    that has only imported framework, mapper and templates, over the bare one."""
    ours = [sys.executable, "-m", "amber_acre", "serve"]
    settings = {
        "AMBER_ACRE_DATABASE": str(database),
        "PYTHONDONTWRITEBYTECODE": "",
        "PYTHONPYCACHEPREFIX": str(database.parent / "compiled"),
    }
    mine = [_one(ours, settings | {"AMBER_ACRE_PORT": str(port)}, port) for port in ports(STARTS + 1)][1:]
    bare, plain, imported = (
        [_one([sys.executable, "-c", script, str(port)], {}, port) for port in ports(STARTS)]
        for script in (BARE, FRAMEWORK, IMPORTED)
    )
    return _over(mine, bare), _over(mine, plain), _over(imported, bare)


def _over(these: list[tuple[float, float]], those: list[tuple[float, float]]) -> Start:
    return Start(
        *(statistics.median(one[n] for one in these) / statistics.median(one[n] for one in those) for n in (0, 1))
    )


def ports(times: int) -> list[int]:
    found = []
    for _ in range(times):
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            found.append(int(probe.getsockname()[1]))
    return found


def _one(command: list[str], settings: dict[str, str], port: int) -> tuple[float, float]:
    """Seconds until the first answer of one process, and its resident memory in MB."""
    began = time.perf_counter()
    process = subprocess.Popen(command, env={**os.environ, **settings}, stdout=subprocess.DEVNULL)
    try:
        wait_for(lambda: urlopen(f"http://127.0.0.1:{port}/deleted", timeout=30).read(), process)
        seconds = time.perf_counter() - began
        status = Path(f"/proc/{process.pid}/status").read_text(encoding="ascii")
        resident = next(line for line in status.splitlines() if line.startswith("VmRSS"))
        return seconds, int(resident.split()[1]) / 1024
    finally:
        process.terminate()
        process.wait(20)
