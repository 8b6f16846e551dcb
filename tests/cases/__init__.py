"""Described cases of the trade put to the application's own judge: a job, a place, a run of days in plain terms.

``python -m tests.cases conflicts FILE`` (or ``holds FILE``) reads a file of cases and prints the answers as JSON.
"""

import sys
from pathlib import Path

_SRC = str(Path(__file__).parents[2] / "src")
if _SRC not in sys.path:  # the command is run without pytest, which knows the path
    sys.path.insert(0, _SRC)
