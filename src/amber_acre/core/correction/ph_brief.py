"""What a pH correction depends on, and what somebody chose for it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from amber_acre.core.correction.instalments import Timing
from amber_acre.core.jobs.job import Placement
from amber_acre.core.products.product import Product
from amber_acre.core.rules.limits import Direction
from amber_acre.core.season.climate import Climate
from amber_acre.core.soil.evidence import SoilTest
from amber_acre.core.soil.lime import LimeMethod
from amber_acre.core.tables.liming import Region
from amber_acre.core.tables.textures import TextureClass


@dataclass(frozen=True)
class PhBrief:
    """Everything a pH correction of one area depends on; None and '' are unknown.

    ``canopy``: how it is known to lie under a tree, '' where it does not.

    ``ph`` is what it goes by and ``on_probe`` whether only a probe says it. ``running``: direction of a correction
    that still runs. ``corrected_since_test``: one was finished after the newest test. ``acid_g_m2_year``: what the
    year's fertilizers leave, as CaCO₃. ``moved``: which way something that went down within a year moves the pH.
    ``thick``: size planned on over the smallest it can be, where the label is held. ``beside``: name and direction of
    what is moved in the lawn a patch lies in, or in a patch of the lawn. ``medium`` and ``litres`` of pots, on
    ``size_m2``.
    """

    kind: str
    planted: bool
    canopy: str
    stands_wet: bool
    climate: Climate
    test: SoilTest | None
    ph: float | None
    on_probe: bool
    half_spread: float
    texture: TextureClass | None
    fizz: str
    lime_advice_g_m2: float | None
    running: Direction | None
    corrected_since_test: bool
    acid_g_m2_year: float = 0.0
    moved: Direction | None = None
    free_lime: float | None = None
    thick: float = 1.0
    beside: tuple[str, Direction] | None = None
    medium: str = ""
    litres: float = 0.0
    size_m2: float = 1.0


@dataclass(frozen=True)
class PhChoice:
    """What a person decides: direction, target, product, placement, depth in mm, method, days, share to start with.

    ``advice_effective``: effective share of the lime the laboratory's figure is meant in (0.3–1.8); None: the report
    is silent.
    """

    direction: Direction
    target_ph: float
    product: Product
    placement: Placement
    depth_mm: float
    first: date
    interval_days: int
    method: LimeMethod = "texture"
    region: Region = "cool"
    rule: str = "two-sieve"
    timing: Timing = "warm"
    start_share: float = 1.0
    advice_effective: float | None = None
