"""Which finding the evidence points to, at the edge of each (common practice, no source)."""

from __future__ import annotations

import pytest

from amber_acre.core.correction.pointing import evidence_words, likely_finding
from amber_acre.core.tables.amendments import Finding
from amber_acre.core.tables.textures import TEXTURES


@pytest.mark.parametrize(
    ("opened", "topsoil", "probe", "texture", "built", "found"),
    [
        ((), None, None, None, None, "compacted"),
        (("repellent",), 0.05, 50.0, "sand", 1, "repellent"),
        ((), 0.15, 50.0, "clay", None, "stripped"),
        ((), 0.151, 99.0, "sand", None, "compacted"),
        ((), 0.3, 100.0, "sand", None, "sand"),
        ((), None, None, "clay", None, "clay"),
        ((), None, None, "clay", 10, "stripped"),
        ((), None, None, "clay", 11, "clay"),
        ((), None, None, "clay", 0, "stripped"),
        ((), None, None, "clay", -1, "clay"),  # still to be built: a slip
        ((), 0.3, None, "clay", 2, "clay"),  # somebody measured the topsoil: that stands before the year
    ],
)
def test_what_the_evidence_points_to(
    opened: tuple[Finding, ...],
    topsoil: float | None,
    probe: float | None,
    texture: str | None,
    built: int | None,
    found: str,
) -> None:
    assert likely_finding(opened, topsoil, probe, TEXTURES[texture] if texture else None, built) == found


def test_evidence_in_words() -> None:
    words = evidence_words(0.18, 70.0, TEXTURES["loam"], "by feel")
    assert words == "probe goes in 7 cm; loam by feel; 18 cm of topsoil"
    assert evidence_words(None, None, None, "") == ""
