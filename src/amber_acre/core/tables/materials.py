"""Bulk materials that soil is amended with: density, water, phosphorus, how they settle."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Material:
    """A material: bulk density kg/L, water it holds for plants as a share of its own weight, P as a share of weight.

    ``words``: what it is called in a blend typed by parts.
    """

    key: str
    name: str
    density_kg_l: float
    water_share: float
    phosphorus: float
    caution: str
    source: str
    words: tuple[str, ...]


MATERIALS: dict[str, Material] = {
    row.key: row
    for row in (
        Material(
            "compost",
            "compost",
            0.60,
            0.60,
            0.0015,
            "Mask when dry; screen out glass and plastic; test its salts.",
            "amendment-figures",
            ("compost",),
        ),
        Material(
            "sand", "coarse sand", 1.60, 0.03, 0.0, "Silica dust: mask when dry.", "amendment-figures", ("sand", "grit")
        ),
        Material(
            "calcined-clay",
            "calcined clay",
            0.60,
            0.90,
            0.0,
            "Silica dust: mask when dry.",
            "common-practice",
            ("calcined",),
        ),
        Material(
            "castings",
            "worm castings",
            0.70,
            0.60,
            0.0030,
            "Damp and bagged: ventilate, wash hands.",
            "amendment-figures",
            ("castings",),
        ),
        Material(
            "manure",
            "rotted farmyard manure",
            0.70,
            0.55,
            0.0014,
            "Well rotted; poultry manure holds several times the phosphorus; wash hands; mind weeds, salts and residues"
            " of weedkillers.",
            "amendment-figures",
            ("manure",),
        ),
        Material(
            "peat",
            "peat",
            0.25,
            1.50,
            0.0003,
            "Ask its pH: limed blends about 5.5, raw 3.5–4.5. Dry peat repels water: wet it first.",
            "amendment-figures",
            ("peat",),
        ),
        Material(
            "topsoil",
            "screened topsoil",
            1.20,
            0.11,
            0.0008,
            "Know where it comes from: weeds, residues, salts.",
            "amendment-figures",
            ("topsoil", "loam", "soil"),
        ),
        Material(
            "carbon",
            "carbon granules (compost, biochar, humic)",
            0.55,
            0.90,
            0.0020,
            "Dust: mask when pouring.",
            "amendment-figures",
            ("carbon", "biochar"),
        ),
        Material(
            "gypsum",
            "gypsum",
            1.00,
            0.0,
            0.0,
            "Dust: mask. It is for sodium, not for clay as such.",
            "amendment-figures",
            ("gypsum",),
        ),
        Material(
            "wetting",
            "wetting agent",
            1.02,
            0.0,
            0.0,
            "As its label: water in at once.",
            "common-practice",
            ("wetting",),
        ),
        Material(
            "pigment",
            "turf pigment",
            1.10,
            0.0,
            0.0,
            "It dyes clothes, paving and skin: gloves, and rinse at once.",
            "common-practice",
            ("pigment", "colorant", "colourant"),
        ),
    )
}
