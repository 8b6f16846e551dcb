"""Templates stay compiled from one start to the next, beside what Python keeps of its modules.

Compiling the frame of every page takes longer than a page. The compiled code is found by the template's name and
thrown away when its text has changed.
"""

from __future__ import annotations

import os
import sys
from pathlib import Path

from jinja2 import FileSystemBytecodeCache


def compiled_templates(beside: Path) -> FileSystemBytecodeCache | None:
    """Where compiled templates lie: ``__pycache__`` in the folder ``beside``, or under Python's own prefix for such.

    None where Python was told to write none, or where the folder cannot be written: then every start compiles anew.
    """
    if sys.dont_write_bytecode:
        return None
    folder = Path(sys.pycache_prefix) / "amber_acre_templates" if sys.pycache_prefix else beside / "__pycache__"
    try:
        folder.mkdir(parents=True, exist_ok=True)
    except OSError:
        return None
    return FileSystemBytecodeCache(str(folder), "%s.template") if os.access(folder, os.W_OK) else None
