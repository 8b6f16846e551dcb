"""What the prescribed frame takes by itself: a form of one row, written by the same framework and mapper, no program
round it; and the start of a process that only imports them."""

from __future__ import annotations

import asyncio
import os
import statistics
import subprocess
import sys
from multiprocessing import get_context
from pathlib import Path
from urllib.request import urlopen

from benchmarks.visitors import Answers, Visitor, everybody, looks, wait_for

# A bare ASGI route in a process that has imported web framework, mapper and templates.
IMPORTED = """
import sys, fastapi, jinja2, sqlalchemy.orm, sqlalchemy.dialects.sqlite, uvicorn
async def app(scope, receive, send):
    if scope["type"] == "http":
        await send({"type": "http.response.start", "status": 200, "headers": [(b"content-type", b"text/html")]})
        await send({"type": "http.response.body", "body": b"hello"})
uvicorn.run(app, host="127.0.0.1", port=int(sys.argv[1]), log_level="warning", lifespan="off")
"""
# A row a form, on disk before it is answered; no token, no key against sending twice, no trigger, nothing checked.
FORM = """
import sys
from typing import Annotated
import fastapi, uvicorn
from fastapi.responses import RedirectResponse
from sqlalchemy import create_engine, event
from sqlalchemy.orm import DeclarativeBase, Mapped, Session, mapped_column

class Base(DeclarativeBase): ...
class Row(Base):
    __tablename__ = "rows"
    id: Mapped[int] = mapped_column(primary_key=True)
    who: Mapped[str]
    rain: Mapped[str]

engine = create_engine(f"sqlite:///{sys.argv[2]}")
@event.listens_for(engine, "connect")
def prepare(connection, _record):
    for pragma in ("journal_mode=WAL", "synchronous=FULL", "busy_timeout=5000"):
        connection.execute(f"PRAGMA {pragma}")
Base.metadata.create_all(engine)

app = fastapi.FastAPI()
@app.get("/hello")
def hello() -> str:
    return "hello, world"
@app.post("/")
def write(who: Annotated[str, fastapi.Form()], rain: Annotated[str, fastapi.Form()]):
    with Session(engine) as session:
        session.add(Row(who=who, rain=rain))
        session.commit()
    return RedirectResponse("/hello", status_code=303)
uvicorn.run(app, host="127.0.0.1", port=int(sys.argv[1]), log_level="warning", lifespan="off")
"""


def _bare_writes(job: tuple[str, int, int]) -> Answers:
    """So many people write a row each, so many times."""
    address, people, times = job

    async def write(visitor: Visitor, person: int, n: int) -> None:
        status, _ = await visitor.ask("/", {"who": f"Person {person}", "rain": f"{n} mm"})
        if status != 303:
            raise RuntimeError(f"{status}: not written")

    return asyncio.run(everybody(address, people, times, write))


def bare_form(folder: Path, port: int, people: int, times: int, rounds: int) -> float:
    """Rate of a bare form's answers over that of the hello route beside it, median over rounds."""
    command = [sys.executable, "-c", FORM, str(port), str(folder / "floor.sqlite")]
    process = subprocess.Popen(command, env=dict(os.environ), stdout=subprocess.DEVNULL)
    address = f"http://127.0.0.1:{port}/"
    try:
        wait_for(lambda: urlopen(f"{address}hello", timeout=30).read(), process)
        ratios = []
        with get_context("spawn").Pool(1) as pool:
            for _ in range(rounds):
                seen = pool.apply(looks, ((address, "/hello", people, times),))
                ratios.append(pool.apply(_bare_writes, ((address, people, times),)).rate / seen.rate)
        return statistics.median(ratios)
    finally:
        process.terminate()
        process.wait(20)
