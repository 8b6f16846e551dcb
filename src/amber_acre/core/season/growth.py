"""Growth potential: how much of its best a grass grows at a temperature, 0 to 1.

Published in Fahrenheit [growth-potential], used since in Celsius [growth-potential-celsius]; best and spread are a
grass's own (``tables/grass_growth.py``), taken at the soil's warmth.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Values = NDArray[np.float64]


def growth_potential(at_c: Values, optimum_c: float, spread_c: Values | float) -> Values:
    """exp(−½((T − T₀)/v)²) for temperatures T in °C, best T₀ and spread v (over 0), 0–1 [growth-potential-celsius]."""
    found: Values = np.exp(-0.5 * ((at_c - optimum_c) / spread_c) ** 2)
    return found
