"""Plants that are planted out each year: rows as those of :mod:`~amber_acre.core.tables.plant_rows`."""

from __future__ import annotations

BEDDING = """
Pelargonium | pelargonium; bedding geranium; zonal geranium; ivy-leaved geranium | container \
    | 6.0–7.0 | F | all season | high | moderate | t | none | L
Petunia hybrids | petunia | container | 5.5–6.5 | F | all season | high | moderate | tk | none | L
Begonia | bedding begonia | container | 5.5–6.5 | PS | all season | medium | sensitive | t | none | L
Impatiens walleriana | busy lizzie; busy lizzy | container \
    | 5.8–6.5 | PS | all season | medium | sensitive | t | none | L
Calibrachoa hybrids | calibrachoa | container | 5.5–6.0 | F | all season | high | sensitive | tk | none | L
Tagetes hybrids | marigold | container | 6.0–7.5 | F | all season | medium | moderate | t | none | M
Viola hybrids | pansy; viola | container | 5.4–6.5 | FP | winter green | medium | sensitive | | none | M
Zinnia elegans | zinnia | container | 5.8–7.0 | F | all season | medium | moderate | t | none | M
Cosmos bipinnatus | cosmos | container | 6.0–7.5 | F | all season | low | moderate | t | none | M
Antirrhinum majus | snapdragon | container | 6.0–7.2 | F | all season | medium | moderate | | none | M
Lobelia erinus | trailing lobelia; lobelia | container | 5.5–7.0 | FP | all season | medium | sensitive | t | none | M
Helianthus annuus | sunflower | container | 6.0–7.5 | F | all season | medium | moderate | t | none | M
Lobularia maritima | sweet alyssum; alyssum | container | 6.0–7.5 | FP | all season | low | moderate | | none | M
Tropaeolum majus | nasturtium | container | 6.0–7.5 | F | all season | low | moderate | t | none | M
Lathyrus odoratus | sweet pea | container | 6.0–7.5 | F | all season | medium | sensitive | | none | M
Petroselinum crispum | parsley | container | 6.0–7.0 | FP | all season | medium | moderate | | none | M
Ocimum basilicum | basil | container | 6.0–7.0 | F | all season | medium | sensitive | t | none | M
Calendula officinalis | pot marigold; calendula | container | 6.0–7.0 | F | all season | low | moderate | | none | M
Salvia splendens | scarlet sage; bedding salvia | container \
    | 5.5–6.8 | F | all season | medium | sensitive | t | none | M
Salvia farinacea | mealy sage | container | 5.8–7.0 | F | all season | medium | moderate | t | none | M
Coleus scutellarioides | coleus; painted nettle | container \
    | 5.8–7.0 | PS | all season | medium | sensitive | t | none | M
Heliotropium arborescens | heliotrope; cherry pie | container \
    | 6.0–7.0 | F | all season | medium | sensitive | t | none | M
Ageratum houstonianum | floss flower; ageratum | container \
    | 5.5–7.0 | FP | all season | medium | moderate | t | none | M
Verbena × hybrida | bedding verbena; trailing verbena | container \
    | 5.8–7.2 | F | all season | medium | moderate | t | none | M
Nicotiana alata | flowering tobacco; tobacco plant | container \
    | 6.0–7.0 | FP | all season | medium | sensitive | t | none | M
Matthiola incana | stock; ten-week stock | container | 6.0–7.5 | F | all season | medium | moderate | | none | M
Erysimum cheiri | wallflower | container | 6.5–7.8 | F | winter green | low | moderate | | none | M
Myosotis sylvatica | bedding forget-me-not; wood forget-me-not | container \
    | 5.8–7.2 | P | winter green | low | moderate | | none | M
Dianthus barbatus | sweet william | container | 6.0–7.5 | F | spring burst | medium | moderate | | none | M
Gazania rigens | gazania; treasure flower | container | 5.5–7.0 | F | all season | low | tolerant | t | none | M
Osteospermum ecklonis | osteospermum; rain daisy | container \
    | 5.5–7.0 | F | all season | medium | moderate | t | none | M
Argyranthemum frutescens | marguerite; marguerite daisy | container \
    | 5.5–7.0 | F | all season | high | moderate | t | none | M
Fuchsia hybrids | bedding fuchsia; trailing fuchsia | container \
    | 5.5–6.7 | PS | all season | medium | sensitive | t | none | M
Bidens ferulifolia | bidens; beggarticks | container | 5.8–7.2 | F | all season | medium | moderate | t | none | M
Chaenostoma cordatum | bacopa | container | 5.5–6.2 | FP | all season | medium | sensitive | tk | none | M
Nemesia strumosa | nemesia | container | 5.5–6.2 | F | all season | medium | sensitive | t | none | M
Diascia barberae | twinspur; diascia | container | 5.5–6.5 | F | all season | medium | sensitive | t | none | M
Portulaca grandiflora | portulaca; sun plant | container | 5.5–7.0 | F | all season | low | moderate | t | none | M
Celosia argentea | cockscomb; celosia; plume flower | container \
    | 6.0–7.0 | F | all season | medium | moderate | t | none | M
Cleome hassleriana | spider flower; cleome | container | 6.0–7.0 | F | all season | medium | moderate | t | none | M
Catharanthus roseus | rose periwinkle; annual vinca | container \
    | 5.5–6.2 | F | all season | medium | moderate | tk | none | M
Brassica oleracea | ornamental cabbage; ornamental kale | container \
    | 6.0–7.5 | F | winter green | medium | moderate | | none | M
Primula × polyantha | polyanthus; bedding primrose | container \
    | 5.5–6.8 | P | winter green | medium | sensitive | | none | M
Bellis perennis | double daisy; bedding daisy | container | 6.0–7.5 | FP | winter green | medium | moderate | | none | M
Impatiens hawkeri | sun impatiens | container | 5.8–6.5 | P | all season | medium | sensitive | t | none | M
Ipomoea batatas | sweet potato vine | container | 5.5–6.8 | F | all season | medium | moderate | t | none | M
Pentas lanceolata | pentas; star cluster | container | 6.0–7.0 | F | all season | medium | moderate | t | none | M
Torenia fournieri | torenia; wishbone flower | container | 5.5–6.5 | PS | all season | medium | sensitive | t | none | M
Angelonia angustifolia | angelonia; summer snapdragon | container \
    | 5.5–6.5 | F | all season | medium | moderate | t | none | M
Jacobaea maritima | dusty miller; silver ragwort | container | 6.0–7.5 | F | all season | low | tolerant | | none | M
Centaurea cyanus | cornflower | container | 6.0–7.8 | F | all season | low | moderate | | none | M
Nigella damascena | love-in-a-mist; nigella | container | 6.0–7.5 | F | all season | low | moderate | | none | M
Amaranthus caudatus | love-lies-bleeding; amaranth | container \
    | 6.0–7.5 | F | all season | medium | moderate | t | none | M
Xerochrysum bracteatum | strawflower | container | 5.5–6.3 | F | all season | medium | moderate | t | none | M
Begonia × tuberhybrida | tuberous begonia | container | 5.5–6.5 | PS | all season | medium | sensitive | t | none | M
Caladium bicolor | caladium; angel wings | bulb | 5.5–6.5 | PS | warm season | medium | sensitive | t | none | M
"""
