"""Which finding the evidence of an area points to, and the evidence in words."""

from __future__ import annotations

from collections.abc import Sequence

from amber_acre.core.tables.amendments import Finding
from amber_acre.core.tables.textures import TextureClass

THIN_TOPSOIL_M = 0.15  # topsoil of no more says stripped [common-practice]
NEW_BUILT_YEARS = (
    10  # ground built on or stripped so lately is poor in topsoil unless shown otherwise [common-practice]
)
HARD_PROBE_MM = 100.0  # a probe that stops before this says compacted [common-practice]


def likely_finding(
    opened: Sequence[Finding],
    topsoil_m: float | None,
    probe_mm: float | None,
    texture: TextureClass | None,
    years_since_built: int | None = None,
) -> Finding:
    """The finding to look at first: one that is open, thin topsoil, a hard probe, then what the texture says.

    ``topsoil_m`` in m, ``probe_mm`` how deep a probe goes, ``years_since_built``: since it was built or stripped; None:
    nobody looked. Without any evidence: compacted.
    """
    if opened:
        return opened[0]
    if topsoil_m is not None and topsoil_m <= THIN_TOPSOIL_M:
        return "stripped"
    if probe_mm is not None and probe_mm < HARD_PROBE_MM:
        return "compacted"
    if topsoil_m is None and years_since_built is not None and 0 <= years_since_built <= NEW_BUILT_YEARS:
        return "stripped"
    if texture is not None and texture.sulphur == "sand":
        return "sand"
    return "clay" if texture is not None and texture.sulphur == "clay" else "compacted"


def evidence_words(
    topsoil_m: float | None, probe_mm: float | None, texture: TextureClass | None, texture_from: str
) -> str:
    """What is known, in words, as it is kept with a finding; '' where nothing is."""
    parts = []
    if probe_mm is not None:
        parts.append(f"probe goes in {probe_mm / 10:.0f} cm")
    if texture is not None:
        parts.append(f"{texture.name} {texture_from}")
    if topsoil_m is not None:
        parts.append(f"{topsoil_m * 100:.0f} cm of topsoil")
    return "; ".join(parts)
