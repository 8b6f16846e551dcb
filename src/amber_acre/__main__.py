"""The command line: serve the application, make and serve the demo, copy a database, check one."""

from __future__ import annotations

import argparse
import gc
import socket
import sys
from collections.abc import Sequence
from pathlib import Path

from amber_acre.core.errors import AmberError
from amber_acre.settings import Settings
from amber_acre.store import upkeep


def main(arguments: Sequence[str] | None = None) -> int:
    """Parses the command and does it; 0 where all is well, 1 with a sentence where it is not."""
    parser = argparse.ArgumentParser(
        prog="amber-acre", description="Plans, explains and records a season of lawn feeding."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("serve", help="serve the database that AMBER_ACRE_DATABASE names")
    demo = commands.add_parser("demo", help="make the demo database anew and serve it")
    demo.add_argument("--only-make", action="store_true", help="make the database, do not serve")
    backup = commands.add_parser("backup", help="copy the database, also while it is served")
    backup.add_argument("copy", type=Path, help="the file of the copy; it must not be there yet")
    check = commands.add_parser("check", help="look for damage; nothing is changed")
    check.add_argument("database", type=Path, nargs="?", help="the file; without it the one of AMBER_ACRE_DATABASE")
    chosen = parser.parse_args(arguments)
    try:
        return _do(chosen, Settings())
    except AmberError as error:
        print(error.sentence, file=sys.stderr)
        return 1


def _do(chosen: argparse.Namespace, settings: Settings) -> int:
    if chosen.command == "backup":
        upkeep.backup(settings.database, chosen.copy)
        print(f"{settings.database} was copied to {chosen.copy}. Photographs lie in the folder beside it: copy it too.")
        return 0
    if chosen.command == "check":
        database = chosen.database or settings.database
        said = upkeep.check(database)
        print("\n".join(said) or f"{database} is in order.")
        return 1 if any(line.startswith(("Damaged", "A row", "It was")) for line in said) else 0
    if chosen.command == "demo":
        from amber_acre.demo.build import build_demo, demo_settings

        settings = demo_settings(settings)
        kept = build_demo(settings)
        if kept is not None:
            print(f"The demo is made anew. What was written into the last one is kept in {kept}.", flush=True)
        if chosen.only_make:
            return 0
    serve(settings)
    return 0


def serve(settings: Settings) -> None:
    """Serves on the settings' port, or the next free one, and prints the address."""
    gc.disable()  # loading leaves nothing behind that is worth a look; looked after once all is there
    import uvicorn  # copying and checking a database need no server

    from amber_acre.web.app import create_app
    from amber_acre.web.guard import LOOPBACK
    from amber_acre.web.memory import settle_memory

    application = create_app(settings)
    port = free_port(settings.host, settings.port)
    if port != settings.port:
        print(f"Port {settings.port} is in use; taking {port}.")
    if f"[{settings.host}]" not in LOOPBACK and settings.host not in LOOPBACK:
        print(
            f"Anybody who reaches {settings.host} can read and change everything: there is no log-in. Serve on"
            " 127.0.0.1, or only within a network you trust."
        )
    print(f"Amber Acre is at http://{settings.host}:{port}/  (stop with Ctrl+C)", flush=True)
    settle_memory()
    uvicorn.run(application, host=settings.host, port=port, log_level="warning")


def free_port(host: str, first: int) -> int:
    """The first port from ``first`` on that nothing listens on; gives up after fifty (OSError)."""
    for port in range(first, first + 50):
        with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind((host, port))
            except OSError:
                continue
            return port
    raise OSError(f"no free port from {first} to {first + 49}")


if __name__ == "__main__":
    sys.exit(main())
