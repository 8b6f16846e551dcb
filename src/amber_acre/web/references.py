"""The sources behind every constant and check, by the key the core uses; ``docs/references.md`` lists them."""

from __future__ import annotations

REFERENCES: dict[str, str] = {
    "plane-geometry": "Plane geometry: definition.",
    "heron": "Heron's formula: classical geometry.",
    "trapezoid-rule": "Trapezoidal rule for offsets: surveying and numerical-analysis textbooks.",
    "simpson-rule": (
        "Simpson's one-third rule for offsets; an odd strip left over is taken as a trapezium: surveying textbooks."
    ),
    "compass-rule": (
        "Compass (Bowditch) rule of traverse adjustment: Wolf & Ghilani, Elementary Surveying; limits of closing from"
        " memory."
    ),
    "wgs84-geodesic": (
        "Geodesic area and azimuthal equidistant plane on the WGS84 ellipsoid: Karney 2013, J. Geodesy 87, as in PROJ."
    ),
    "measuring-errors": (
        "Errors of tape, wheel, pacing and satellite positions: typical figures of surveying textbooks, from memory."
    ),
    "error-propagation": "Propagation of independent errors, first order: JCGM 100 (GUM).",
    "root-zone": (
        "Critical root radius of 1 to 1.5 ft an inch of trunk at 4.5 ft: ANSI A300 and ISA practice, from memory."
    ),
    "bs5837": (
        "BS 5837: root protection radius 12 stem diameters; several stems by the root of summed squares. From memory."
    ),
    "plant-ph-lists": (
        "Preferred pH of garden plants as in lists of extension services and horticultural societies, from memory."
    ),
    "trunk-heights": (
        "Heights of measuring trunks: 4.5 ft (US), 1.3 m (most countries), 1.5 m (BS 5837); caliper at 6 in or 12 in"
        " (ANSI Z60.1). From memory."
    ),
    "firm-own": "Entered by the firm itself.",
    "nist-hb44": "NIST Handbook 44, Appendix C, and NIST SP 811: exact unit definitions.",
    "aapfco": "AAPFCO labelling convention: P = 0.4364 × P2O5, K = 0.8301 × K2O.",
    "iupac-masses": "IUPAC standard atomic weights.",
    "furrow-slice": "Acre furrow slice of 2,000,000 lb: 1 ppm = 2 lb/acre. Common convention of soil laboratories.",
    "extension-turf-n": "Yearly nitrogen by turf species: consensus of extension bulletins, from memory.",
    "from-memory": "From memory; no closer source at hand.",
    "common-practice": "Common practice, no source.",
    "clippings-n": "Returned clippings save a quarter to a half of the nitrogen: extension consensus, from memory.",
    "organic-matter-n": (
        "About a quarter less nitrogen on soils rich in organic matter (over 4.5 %): extension lawn tables, from"
        " memory."
    ),
    "application-caps": (
        "0.7 lb quick and 1.0 lb total nitrogen per 1000 ft² and application: common practice and extension, from"
        " memory."
    ),
    "growth-potential": (
        "Gelernter & Stowell 2005, Golf Course Management 73(3):108–113: growth potential, Fahrenheit form 68/10 and"
        " 88/12."
    ),
    "growth-potential-celsius": (
        "Growth potential, Celsius form 20/5.5 and 31/7, as in later climate worksheets, after Gelernter & Stowell"
        " 2005; from memory."
    ),
    "epstein-1991": (
        "Epstein 1991, Journal of Climate 4:365–368: daily climatological values from monthly means by harmonics."
    ),
    "fao-56": (
        "Allen, Pereira, Raes & Smith 1998, FAO Irrigation and Drainage Paper 56: eqs 6–12, 21–25, 34–40, 47, 50, 52,"
        " 82, 83; tables 12, 19, 22."
    ),
    "frost-from-normals": (
        "Hard frost likely where the mean daily minimum is below 3 °C: from memory; used only without frost dates."
    ),
    "first-order-release": "Stanford & Smith 1972, SSSAP 36:465: Nt = N0 (1 − exp(−kt)).",
    "q10-mineralisation": "Stanford, Frere & Schwaninger 1973: Q10 about 2 between 5 and 35 °C.",
    "release-half-lives": "Half-lives of nitrogen forms at 25 °C: from memory.",
    "coated-longevity": (
        "Coated nitrogen: longevity is the time to release 80 % at 25 °C (ISO 18644 usage), from memory."
    ),
    "pratt-1973": "Pratt, Broadbent & Martin 1973, California Agriculture 27(6):10–13: decay series, from memory.",
    "biosolid-series": (
        "Biosolid organic nitrogen, 22–32 % in the first year: common practice; compare US EPA 625/R-95/001, 20–30 %."
    ),
    "sufficiency-turf": "Sufficiency ranges for turf by extractant: published tables, from memory.",
    "lawn-ph": "Lawn pH 6.2–7.0: common practice, no source.",
    "ph-definition": "pH is a base-ten logarithm: definition.",
    "gdd-average": "Growing degree days by the average of the day's extremes: common published definition.",
    "gdd-modified": "Modified (86/50 °F) growing degree days: common published definition, from memory.",
    "fertigation": "Greenhouse fertigation formula: ppm = oz per 100 US gal × 75 × fraction; extension handbooks.",
    "lab-report": "The laboratory's report, as it was entered.",
    "smp-1961": (
        "Shoemaker, McLean & Pratt 1961, SSSAP 25:274, as reprinted in NCR Publication 221: limestone by SMP buffer pH,"
        " 8 in deep; from memory."
    ),
    "mehlich-1976": (
        "Mehlich 1976, Communications in Soil Science and Plant Analysis 7:637: acidity 4 × (6.6 − buffer pH), as"
        " laboratories use it, 8 in deep; from memory."
    ),
    "adams-evans-1962": (
        "Adams & Evans 1962, SSSAP 26:355: buffer for soils of low exchange, with its field factor; from memory."
    ),
    "kellogg-1957": (
        "Kellogg, USDA Yearbook of Agriculture 1957: limestone by texture and region, 7 in deep; from memory."
    ),
    "lime-laws": (
        "Effective calcium carbonate by the sieve rules of lime laws (Kansas, Iowa, Ohio, New York); from memory."
    ),
    "surface-lime": (
        "Extension turf liming: at most 50 lb/1000 ft² on the surface at a time, 75–100 in some bulletins and tilled"
        " in; from memory."
    ),
    "wfh": (
        "Western Fertilizer Handbook: soil sulphur to pH 6.5, 6 in deep, carbonate-free; acidity of fertilizers; from"
        " memory."
    ),
    "small-fruit": (
        "Blueberry and acid-plant tables of USDA and land-grant small-fruit bulletins: sulphur to pH 4.5, about 6 in"
        " deep; from memory."
    ),
    "stoichiometry": (
        "Balanced reactions with IUPAC standard atomic weights: 1 kg of sulphur dissolves 3.12 kg of CaCO₃."
    ),
    "sluijsmans-1970": (
        "Sluijsmans 1966 and 1970: acid balance of fertilizers, E = CaO + 1.4 MgO + 0.6 K2O − 0.4 P2O5 − 0.7 SO3 − 1.0"
        " N; from memory."
    ),
    "mlsn": (
        "Woods, Stowell & Gelernter: Minimum Levels for Sustainable Nutrition, Mehlich-3, edition of 2014 on; from"
        " memory."
    ),
    "base-saturation": "Base saturation ranges printed by laboratories for guidance; they are disputed; from memory.",
    "handbook-60": (
        "US Salinity Laboratory 1954, USDA Agriculture Handbook 60: saline from 4 dS/m, sodic from 15 % sodium; later"
        " texts 2 dS/m and 6 %; from memory."
    ),
    "fao-29": (
        "Ayers & Westcot 1985, FAO Irrigation and Drainage Paper 29: sodium of irrigation water, SAR 3 and 9; from"
        " memory."
    ),
    "usda-texture": "USDA Soil Survey Manual: texture classes by sand, silt and clay.",
    "saxton-rawls-2006": "Saxton & Rawls 2006, SSSAJ 70:1569: soil water by texture and organic matter.",
    "amendment-figures": "Bulk density, water and phosphorus of amendments: typical figures, from memory.",
    "hydrangea-colour": "Hydrangea colour by aluminium and pH: extension and plant-physiology texts, from memory.",
    "leaf-keys": "Keys to pale leaves of extension services, from memory.",
    "label": "The product's own label, as entered on the shelf.",
    "rule": "The local rule set, as the firm entered it.",
    "shelf": "The shelf: pack sizes and prices as entered.",
}
