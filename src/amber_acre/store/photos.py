"""Photographs on disk, beside the database."""

from __future__ import annotations

import re
from pathlib import Path

_NAME = re.compile(r"[0-9a-f]{32}")


def folder_of(database: Path) -> Path:
    """The folder of a database's photographs."""
    return database.parent / f"{database.stem}-photos"


def keep_photo(database: Path, name: str, large: bytes, small: bytes) -> None:
    """Writes both sizes under a name of 32 hexadecimal digits."""
    folder = folder_of(database)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    (folder / f"{name}.jpg").write_bytes(large)
    (folder / f"{name}-small.jpg").write_bytes(small)


def photo_path(database: Path, name: str, small: bool) -> Path | None:
    """The file of a photograph, or None where there is none of that name."""
    if not _NAME.fullmatch(name):
        return None
    path = folder_of(database) / f"{name}{'-small' if small else ''}.jpg"
    return path if path.is_file() else None
