"""Where a trunk is measured: heights above the ground in metres, by convention [trunk-heights]."""

from __future__ import annotations

from amber_acre.core.quantities import FOOT_M

BREAST_HEIGHT_M = 1.3  # most countries
BREAST_HEIGHT_US_M = 4.5 * FOOT_M
BREAST_HEIGHT_BS5837_M = 1.5
CALIPER_SMALL_M = 0.5 * FOOT_M  # up to CALIPER_BOUND_M of caliper
CALIPER_LARGE_M = 1.0 * FOOT_M
CALIPER_BOUND_M = FOOT_M / 3
