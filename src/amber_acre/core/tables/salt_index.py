"""Salt index by nutrient: what a kilogram of a nutrient adds to the salt of the soil water, sodium nitrate as 100.

Partial indices for each per cent of nutrient in a material [rader-1943]: urea 1.618, ammonium sulphate 3.253, ammonium
nitrate 2.990, sodium nitrate 6.060, calcium nitrate 4.409 and potassium nitrate 2.453 (its potash apart) for nitrogen;
potassium sulphate 0.853 and chloride 1.936 for K2O; triple superphosphate 0.210 for P2O5. Ammonium phosphates: 0.333
for P2O5 and 0.768 for nitrogen, which give the printed 29.9 of mono- and 34.2 of diammonium phosphate.
"""

from __future__ import annotations

from amber_acre.core.tables.nitrogen_forms import NitrogenForm

# Nitrogen that is released slowly adds no salt at once; what is soluble but slow is counted as urea's half.
PER_NITROGEN: dict[NitrogenForm, float] = {
    "ammoniacal": 3.253,
    "nitrate": 2.990,
    "urea": 1.618,
    "slow_soluble": 0.809,
    "coated": 0.0,
    "insoluble": 0.0,
}
PER_K2O_SULPHATE = 0.853
PER_K2O_CHLORIDE = 1.936
PER_P2O5 = 0.210
PER_P2O5_AMMONIUM, PER_N_PHOSPHATE = 0.333, 0.768
PER_N_AMMONIUM_NITRATE, PER_N_SODIUM, PER_N_CALCIUM, PER_N_POTASSIUM = 2.990, 6.060, 4.409, 2.453
