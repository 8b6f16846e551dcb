"""The command line: serve the application, or make and serve the demo."""

from __future__ import annotations

import argparse
import socket
from collections.abc import Sequence

import uvicorn

from amber_acre.settings import Settings
from amber_acre.web.app import create_app


def main(arguments: Sequence[str] | None = None) -> None:
    """Parses ``serve`` or ``demo`` and does it."""
    parser = argparse.ArgumentParser(
        prog="amber-acre", description="Plans, explains and records a season of lawn feeding."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    commands.add_parser("serve", help="serve the database that AMBER_ACRE_DATABASE names")
    demo = commands.add_parser("demo", help="make the demo database anew and serve it")
    demo.add_argument("--only-make", action="store_true", help="make the database, do not serve")
    chosen = parser.parse_args(arguments)
    settings = Settings()
    if chosen.command == "demo":
        from amber_acre.demo.build import build_demo, demo_settings

        settings = demo_settings(settings)
        build_demo(settings)
        if chosen.only_make:
            return
    serve(settings)


def serve(settings: Settings) -> None:
    """Serves on the settings' port, or the next free one, and prints the address."""
    port = free_port(settings.host, settings.port)
    if port != settings.port:
        print(f"Port {settings.port} is in use; taking {port}.")
    print(f"Amber Acre is at http://{settings.host}:{port}/  (stop with Ctrl+C)", flush=True)
    uvicorn.run(create_app(settings), host=settings.host, port=port, log_level="warning")


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
    main()
