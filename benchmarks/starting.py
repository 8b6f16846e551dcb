"""Start of a process: seconds to its first answer and the memory it then holds, over a bare ASGI route's."""

from __future__ import annotations

import os
import socket
import statistics
import subprocess
import sys
import time
from pathlib import Path
from urllib.error import URLError
from urllib.request import urlopen

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


def starts(database: Path) -> tuple[float, float, float, float]:
    """Median seconds to the first answer, and resident memory after it, over those of a bare ASGI route; both over
    those of a bare route of the web framework."""
    ours = [sys.executable, "-m", "amber_acre", "serve"]
    settings = {
        "AMBER_ACRE_DATABASE": str(database),
        "PYTHONDONTWRITEBYTECODE": "",
        "PYTHONPYCACHEPREFIX": str(database.parent / "compiled"),
    }
    mine = [_one(ours, settings | {"AMBER_ACRE_PORT": str(port)}, port) for port in _ports(STARTS + 1)][1:]
    bare = [_one([sys.executable, "-c", BARE, str(port)], {}, port) for port in _ports(STARTS)]
    plain = [_one([sys.executable, "-c", FRAMEWORK, str(port)], {}, port) for port in _ports(STARTS)]
    first, memory, over_first, over_memory = (
        statistics.median(one[n] for one in mine) / statistics.median(one[n] for one in than)
        for than in (bare, plain)
        for n in (0, 1)
    )
    return first, memory, over_first, over_memory


def _ports(times: int) -> list[int]:
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
        while True:
            try:
                urlopen(f"http://127.0.0.1:{port}/deleted", timeout=30).read()
                break
            except URLError:
                if process.poll() is not None or time.perf_counter() - began > 60:
                    raise
                time.sleep(0.01)
        seconds = time.perf_counter() - began
        status = Path(f"/proc/{process.pid}/status").read_text(encoding="ascii")
        resident = next(line for line in status.splitlines() if line.startswith("VmRSS"))
        return seconds, int(resident.split()[1]) / 1024
    finally:
        process.terminate()
        process.wait(20)
