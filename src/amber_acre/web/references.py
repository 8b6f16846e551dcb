"""The sources behind every constant and check, by the key the core uses; read from ``references.md`` beside this."""

from __future__ import annotations

import re
from importlib.resources import files

_ROW = re.compile(r"^\| `([a-z0-9-]+)` \| (.+?) \| .* \|$", re.MULTILINE)

REFERENCES: dict[str, str] = dict(_ROW.findall(files(__package__).joinpath("references.md").read_text("utf-8")))
