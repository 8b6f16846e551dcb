"""Sulphur tables, acid of materials and of fertilizers, and what does not make soil acid. From memory; sources
named."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

SulphurTexture = Literal["sand", "loam", "clay"]
# To pH 6.5, lb S/acre, 6 in layer, carbonate-free soil [wfh].
TO_65_LB_ACRE: dict[SulphurTexture, dict[float, float]] = {
    "sand": {6.5: 0, 7.0: 100, 7.5: 500, 8.0: 1200, 8.5: 2000},
    "loam": {6.5: 0, 7.0: 150, 7.5: 800, 8.0: 1500, 8.5: 2500},
    "clay": {6.5: 0, 7.0: 300, 7.5: 1000, 8.0: 2000, 8.5: 3000},
}
# To pH 4.5 for acid plants, lb S/100 ft², about 6 in [small-fruit]. The bulletins print no clay.
TO_45_LB_100: dict[SulphurTexture, dict[float, float]] = {
    "sand": {4.5: 0, 5.0: 0.4, 5.5: 0.8, 6.0: 1.2, 6.5: 1.5, 7.0: 1.9},
    "loam": {4.5: 0, 5.0: 1.2, 5.5: 2.4, 6.0: 3.5, 6.5: 4.6, 7.0: 5.8},
}
TABLE_DEPTH_IN = 6.0

# 2 S + 3 O₂ + 2 H₂O → 2 H₂SO₄; H₂SO₄ + CaCO₃ → CaSO₄ …: masses of S 32.06 and CaCO₃ 100.086 [iupac-masses].
CARBONATE_PER_SULPHUR = 100.086 / 32.06
# Iron: one mole hydrolyses and oxidises to two of acid, as one mole of sulphur does; Fe 55.845 [iupac-masses].
SULPHUR_PER_IRON = 32.06 / 55.845
# Aluminium: three of acid a mole, 1.5 moles of sulphur; Al 26.982 [iupac-masses].
SULPHUR_PER_ALUMINIUM = 1.5 * 32.06 / 26.982

SULPHUR_WORKS_ABOVE_C = 13.0  # 55 °F [common-practice]

# Coefficients of the acid balance, kg CaO for each kg; of nitrogen on cropped ground, and on grassland, where more of
# it is taken up [sluijsmans-1970].
SLUIJSMANS = {"N": 1.0, "P2O5": 0.4, "SO3": 0.7, "Cl": 0.8, "K2O": 0.6, "Na2O": 0.9, "MgO": 1.4}
N_ON_GRASS = 0.8
# Iron of the two ferrous sulphates, fraction of mass [iupac-masses].
FERROUS_SULPHATES = {"heptahydrate": 0.2009, "monohydrate": 0.3287}


@dataclass(frozen=True)
class Folklore:
    """A material told to lower (or raise) pH, and what it does; ``works``: no, slight, or only as its own pH."""

    name: str
    works: Literal["no", "slight", "depends"]
    sentence: str


DOES_NOT_WORK: dict[str, Folklore] = {
    "needles": Folklore(
        "brown pine needles",
        "no",
        "Brown needles have lost their acid: as a mulch they are fine, the soil stays as it is.",
    ),
    "coffee": Folklore(
        "coffee grounds", "no", "Used grounds are near neutral. They are a little organic matter, not an acid."
    ),
    "leaves": Folklore("oak or maple leaves", "no", "Leaves rot to near neutral whatever tree they come from."),
    "compost": Folklore("compost", "no", "Compost buffers toward neutral: on an acid bed it may even raise the pH."),
    "magnesium-sulphate": Folklore(
        "magnesium sulphate", "no", "A neutral salt: its sulphate is not acid. It is right only where magnesium is low."
    ),
    "gypsum": Folklore(
        "gypsum", "no", "Calcium sulphate is a neutral salt: sulphate is not acid. It is for sodic soil."
    ),
    "pine-bark": Folklore(
        "pine bark", "slight", "Slight and temporary: bark moves the soil that way slowly, over years, as a mulch."
    ),
    "peat": Folklore(
        "peat",
        "depends",
        "It brings its own pH: limed blends about 5.5, raw sphagnum 3.5–4.5. Ask for it: a 5.5 peat helps to about"
        " 6–6.5, not to acid-lover levels.",
    ),
    "acids": Folklore(
        "sulphuric or phosphoric acid drench",
        "no",
        "No dose is computed: at pH 5 the acid needed varies hundreds-fold with the alkalinity of the water, it burns"
        " skin, eyes and roots, and phosphoric acid is itself a phosphorus feed.",
    ),
    "vinegar": Folklore(
        "vinegar", "no", "Microbes use it up within days; the pH comes back and roots are scorched meanwhile."
    ),
}
SOURCE_OF_FOLKLORE = "common-practice"

# Free lime a fizz test points to with 10 % acid, at least, fraction: slight about 1 %, strong about 5 % [from-memory].
FIZZ_TEST: dict[str, tuple[str, float]] = {
    "none": ("does not fizz", 0.0),
    "slight": ("fizzes slightly", 0.01),
    "strong": ("fizzes strongly", 0.05),
}
