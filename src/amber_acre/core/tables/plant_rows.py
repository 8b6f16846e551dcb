"""The plant catalogue as text: one plant a line. :mod:`~amber_acre.core.tables.plants` reads it.

Columns: botanical name | common names | group | pH low–high | sun | growth | nitrogen | salt | flags | mulch | source.
Sun F full, P part, S shade. Flags: a acid lover, k poor on alkaline soil, c crown-sensitive, d lean dry-country native,
e evergreen, h heath of poor ground, n conifer, t frost tender. Sources: L pH lists of extension services and
horticultural societies, from memory; C common practice; M from memory. Nitrogen, salt and mulch are the trade's usual
classes in every row (C).
"""

from __future__ import annotations

from amber_acre.core.tables.plant_rows_bedding import BEDDING
from amber_acre.core.tables.plant_rows_woody import WOODY

SOFT = """
Poa pratensis | smooth meadow-grass; bluegrass | lawn grass | 6.0–7.0 | F | cool turf | high | moderate | | none | L
Lolium perenne | perennial ryegrass | lawn grass | 5.8–7.4 | FP | cool turf | high | moderate | | none | L
Lolium arundinaceum | tall fescue | lawn grass | 5.5–7.5 | FP | cool turf | medium | tolerant | | none | L
Festuca rubra | fine fescue; red fescue | lawn grass | 5.5–7.0 | FPS | cool turf | low | moderate | | none | L
Festuca trachyphylla | hard fescue | lawn grass | 5.5–7.0 | FP | cool turf | low | moderate | | none | M
Agrostis capillaris | browntop bent | lawn grass | 5.0–6.5 | FP | cool turf | medium | sensitive | | none | M
Festuca, Poa, Lolium | fescue–bluegrass–rye mixture | lawn grass \
    | 6.0–7.0 | FP | cool turf | medium | moderate | | none | M
Agrostis stolonifera | creeping bent | lawn grass | 5.5–6.5 | F | cool turf | high | moderate | | none | L
Festuca rubra subsp. commutata | chewings fescue | lawn grass \
    | 5.5–7.0 | FPS | cool turf | low | sensitive | | none | L
Festuca ovina | sheep's fescue | lawn grass | 4.5–7.0 | FP | cool turf | low | moderate | d | none | M
Poa trivialis | rough meadow-grass; rough bluegrass | lawn grass \
    | 6.0–7.0 | PS | cool turf | medium | sensitive | | none | M
Poa annua | annual meadow-grass | lawn grass | 6.0–7.0 | FPS | cool turf | medium | sensitive | | none | M
Poa supina | supine bluegrass | lawn grass | 5.5–7.0 | PS | cool turf | medium | sensitive | | none | M
Deschampsia cespitosa | tufted hair-grass | lawn grass | 5.0–7.0 | FPS | cool turf | low | moderate | | none | M
Koeleria macrantha | crested hair-grass | lawn grass | 6.0–8.0 | F | cool turf | low | moderate | d | none | M
Cynodon dactylon | couch; bermuda grass | lawn grass | 5.8–7.5 | F | warm turf | high | tolerant | | none | L
Zoysia japonica | zoysia | lawn grass | 5.8–7.0 | FP | warm turf | medium | tolerant | | none | L
Zoysia matrella | manila grass | lawn grass | 5.8–7.0 | FP | warm turf | medium | tolerant | | none | M
Stenotaphrum secundatum | buffalo-type grass; St Augustine | lawn grass \
    | 5.5–7.5 | FPS | warm turf | medium | tolerant | t | none | L
Cenchrus clandestinus | kikuyu | lawn grass | 5.5–7.0 | F | warm turf | medium | moderate | | none | M
Eremochloa ophiuroides | centipede grass | lawn grass | 4.5–6.0 | FP | warm turf | low | sensitive | ak | none | L
Paspalum notatum | bahia grass | lawn grass | 5.5–6.5 | F | warm turf | low | moderate | k | none | L
Paspalum vaginatum | seashore paspalum | lawn grass | 5.5–8.0 | F | warm turf | medium | tolerant | | none | M
Axonopus fissifolius | carpet grass | lawn grass | 4.5–5.5 | FP | warm turf | low | sensitive | ak | none | L
Bouteloua dactyloides | buffalograss | lawn grass | 6.0–8.0 | F | warm turf | low | moderate | d | none | M
Bouteloua gracilis | blue grama | lawn grass | 6.0–8.5 | F | warm turf | low | moderate | d | none | M
Digitaria didactyla | blue couch | lawn grass | 5.0–6.5 | F | warm turf | medium | sensitive | t | none | M
Hemerocallis hybrids | daylily; day lily | perennial | 6.0–7.0 | FP | all season | medium | moderate | | organic | L
Hosta hybrids | hosta | perennial | 6.0–7.5 | PS | spring burst | medium | sensitive | c | organic | L
Geranium | cranesbill; hardy geranium | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Astilbe × arendsii | astilbe | perennial | 5.5–6.5 | PS | spring burst | medium | sensitive | | organic | L
Paeonia lactiflora | peony | perennial | 6.5–7.5 | F | spring burst | medium | moderate | c | none | L
Phlox paniculata | border phlox; phlox | perennial | 6.0–7.5 | FP | all season | medium | sensitive | | organic | M
Salvia nemorosa | woodland sage | perennial | 6.0–7.8 | F | all season | low | moderate | | organic | M
Nepeta × faassenii | catmint | perennial | 6.0–8.0 | F | all season | low | moderate | d | gravel | M
Delphinium elatum | delphinium | perennial | 6.5–7.5 | F | spring burst | high | sensitive | c | organic | L
Echinacea purpurea | coneflower | perennial | 6.0–7.5 | F | all season | low | moderate | c | organic | L
Rudbeckia fulgida | black-eyed coneflower | perennial | 6.0–7.5 | F | all season | low | moderate | | organic | M
Sedum spectabile | ice plant; stonecrop | perennial | 6.0–7.8 | F | all season | low | tolerant | cd | gravel | M
Iris germanica | bearded iris | perennial | 6.5–7.5 | F | spring burst | low | moderate | cd | none | L
Helleborus × hybridus | lenten rose; hellebore | perennial \
    | 6.5–8.0 | PS | winter green | low | moderate | ce | organic | L
Heuchera hybrids | coral bells | perennial | 6.0–7.0 | PS | all season | low | sensitive | ce | organic | M
Aster novi-belgii | michaelmas daisy | perennial | 6.0–7.5 | F | all season | medium | moderate | | organic | M
Chrysanthemum hybrids | garden chrysanthemum; mum | perennial \
    | 6.0–7.0 | F | all season | high | moderate | t | organic | L
Agapanthus praecox | agapanthus; blue lily | perennial \
    | 5.5–7.5 | F | all season | medium | moderate | et | organic | M
Strelitzia reginae | bird of paradise | perennial | 5.5–7.5 | F | warm season | high | moderate | et | organic | M
Canna hybrids | canna | perennial | 6.0–7.0 | F | warm season | high | moderate | t | organic | L
Musa basjoo | hardy banana | perennial | 5.5–7.0 | F | warm season | high | sensitive | t | organic | M
Dryopteris filix-mas | male fern | fern | 5.0–7.0 | PS | spring burst | low | sensitive | c | organic | M
Dicksonia antarctica | soft tree fern; tree fern | fern \
    | 5.0–6.5 | PS | warm season | low | sensitive | ect | organic | M
Polystichum setiferum | soft shield fern | fern | 5.5–7.5 | PS | spring burst | low | sensitive | ce | organic | M
Miscanthus sinensis | silver grass | ornamental grass | 5.5–7.5 | F | warm season | low | moderate | c | organic | M
Pennisetum alopecuroides | fountain grass | ornamental grass \
    | 5.5–7.5 | F | warm season | low | moderate | c | organic | M
Stipa gigantea | golden oats | ornamental grass | 6.0–8.0 | F | one flush | low | moderate | ced | gravel | M
Festuca glauca | blue fescue | ornamental grass | 5.5–7.5 | F | one flush | low | moderate | ced | gravel | M
Agave attenuata | foxtail agave | succulent | 6.0–8.0 | FP | warm season | low | moderate | cedt | gravel | M
Yucca filamentosa | Adam's needle | succulent | 5.5–7.8 | F | one flush | low | tolerant | ced | gravel | M
Aloe arborescens | tree aloe | succulent | 6.0–8.0 | F | warm season | low | moderate | cedt | gravel | M
Tulipa hybrids | tulip | bulb | 6.0–7.0 | F | spring burst | low | sensitive | | none | L
Narcissus hybrids | daffodil | bulb | 6.0–7.0 | FP | spring burst | low | sensitive | | none | L
Dahlia hybrids | dahlia | bulb | 6.0–7.0 | F | all season | high | sensitive | t | organic | L
Citrus × limon | lemon | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Citrus × sinensis | orange | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Laurus nobilis | bay laurel; sweet bay; bay | container \
    | 6.0–7.5 | FP | two flushes | medium | moderate | et | bark | M
Ficus carica | fig | fruit | 6.0–7.5 | F | all season | low | moderate | | organic | M
Euonymus fortunei | wintercreeper | groundcover | 5.5–7.8 | FPS | two flushes | low | moderate | e | organic | M
Vinca minor | lesser periwinkle | groundcover | 5.5–7.5 | PS | two flushes | low | moderate | e | organic | M
Vinca major | greater periwinkle | groundcover | 5.5–7.5 | PS | two flushes | low | moderate | e | organic | M
Pachysandra terminalis | pachysandra | groundcover | 5.0–6.5 | PS | one flush | low | sensitive | ek | organic | M
Ajuga reptans | bugle; bugleweed | groundcover | 5.5–7.0 | PS | all season | low | sensitive | e | organic | M
Liriope muscari | lilyturf | groundcover | 5.5–7.0 | PS | all season | low | moderate | e | organic | M
Thymus serpyllum | creeping thyme | groundcover | 6.0–8.0 | F | one flush | low | moderate | ed | gravel | M
Sedum acre | biting stonecrop | groundcover | 6.0–8.0 | F | one flush | low | tolerant | ed | gravel | M
Artemisia frigida | fringed sagebrush | perennial | 6.5–8.5 | F | one flush | low | moderate | d | gravel | M
Penstemon strictus | mountain beardtongue | perennial | 6.0–8.0 | F | spring burst | low | sensitive | d | gravel | M
Eriogonum umbellatum | sulphur-flower | perennial | 6.0–8.0 | F | spring burst | low | moderate | ed | gravel | M
Agave parryi | artichoke agave | succulent | 6.0–8.5 | F | warm season | low | tolerant | ced | gravel | M
Agave victoriae-reginae | royal agave | succulent | 6.0–8.0 | F | warm season | low | moderate | cedt | gravel | M
Echeveria elegans | echeveria | succulent | 6.0–7.0 | FP | warm season | low | sensitive | cedt | gravel | M
Hesperaloe parviflora | red yucca | succulent | 6.0–8.5 | F | warm season | low | tolerant | ced | gravel | M
Yucca glauca | soapweed yucca | succulent | 6.0–8.5 | F | one flush | low | tolerant | ced | gravel | M
Panicum virgatum | switch grass | ornamental grass | 5.5–7.5 | F | warm season | low | tolerant | c | organic | M
Schizachyrium scoparium | little bluestem | ornamental grass \
    | 5.5–8.0 | F | warm season | low | moderate | c | organic | M
Athyrium filix-femina | lady fern | fern | 4.5–7.0 | PS | spring burst | low | sensitive | c | organic | M
Gunnera manicata | giant rhubarb | perennial | 5.5–7.0 | FP | warm season | high | moderate | t | organic | M
Colocasia esculenta | elephant ears; taro | perennial | 5.5–7.0 | FP | warm season | high | moderate | t | organic | M
Strelitzia nicolai | giant bird of paradise | perennial \
    | 5.5–7.5 | FP | warm season | high | moderate | et | organic | M
Crocus hybrids | crocus | bulb | 6.0–7.0 | FP | spring burst | low | sensitive | | none | M
Galanthus nivalis | snowdrop | bulb | 6.0–7.5 | P | spring burst | low | sensitive | | none | M
Allium hybrids | ornamental onion | bulb | 6.0–7.5 | F | spring burst | low | moderate | | none | M
Lilium hybrids | lily | bulb | 5.5–6.8 | FP | all season | medium | sensitive | | organic | M
Carex morrowii | evergreen sedge | ornamental grass | 5.0–7.5 | PS | one flush | low | moderate | e | organic | M
Lomandra longifolia | mat rush | ornamental grass | 5.5–7.5 | FP | all season | low | tolerant | e | organic | M
Heliconia psittacorum | parrot heliconia | perennial | 5.0–6.5 | FP | warm season | high | sensitive | t | organic | M
Iris sibirica | blue flag of meadows | perennial | 5.5–7.0 | FP | spring burst | medium | moderate | | organic | M
Citrus × meyeri | hybrid lemon | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Opuntia ficus-indica | prickly pear | succulent | 6.0–8.0 | F | warm season | low | moderate | dt | gravel | M
Delosperma cooperi | trailing ice plant | succulent | 6.0–8.0 | F | warm season | low | tolerant | d | gravel | M
Aeonium arboreum | tree aeonium | succulent | 6.0–7.5 | FP | winter green | low | moderate | dt | gravel | M
Alocasia macrorrhizos | giant taro | perennial | 5.5–7.0 | PS | warm season | high | sensitive | t | organic | M
Philodendron bipinnatifidum | tree philodendron | perennial \
    | 5.5–7.0 | PS | warm season | high | sensitive | et | organic | M
Monstera deliciosa | fruit salad plant; monstera | perennial \
    | 5.5–7.0 | PS | warm season | high | sensitive | et | organic | M
Phormium tenax | harakeke; phormium | perennial | 5.5–7.5 | F | all season | low | tolerant | e | organic | M
Fragaria × ananassa | strawberry | perennial | 5.5–6.5 | F | two flushes | medium | sensitive | k | organic | M
Hypericum calycinum | St John's wort; hypericum | groundcover \
    | 5.5–7.5 | FPS | all season | low | moderate | e | organic | M
Coreopsis verticillata | tickseed; coreopsis | perennial | 5.5–7.0 | F | all season | low | moderate | | organic | M
Gaillardia × grandiflora | blanket flower | perennial | 6.0–7.5 | F | all season | low | tolerant | d | gravel | M
Lupinus polyphyllus | lupin; lupine | perennial | 5.5–6.8 | FP | spring burst | low | sensitive | k | organic | M
Digitalis purpurea | foxglove | perennial | 5.5–6.8 | P | spring burst | low | moderate | | organic | M
Alchemilla mollis | lady's mantle | perennial | 5.5–7.5 | FP | all season | low | moderate | | organic | M
Bergenia cordifolia | heart-leaved bergenia; bergenia | perennial \
    | 5.5–7.5 | FPS | spring burst | low | moderate | e | organic | M
Pulmonaria officinalis | lungwort | perennial | 6.0–7.5 | PS | spring burst | low | sensitive | | organic | M
Brunnera macrophylla | great forget-me-not; brunnera | perennial \
    | 6.0–7.5 | PS | spring burst | low | sensitive | | organic | M
Epimedium × versicolor | barrenwort | groundcover | 5.5–7.0 | PS | one flush | low | sensitive | | organic | M
Primula vulgaris | primrose | perennial | 5.5–7.0 | P | spring burst | low | sensitive | c | organic | M
Anemone × hybrida | garden anemone; autumn anemone | perennial \
    | 5.5–7.5 | FP | all season | low | moderate | | organic | M
Aquilegia vulgaris | columbine | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Campanula persicifolia | bellflower | perennial | 6.0–7.5 | FP | all season | low | moderate | | organic | M
Dianthus plumarius | garden pink; carnation | perennial | 6.5–8.0 | F | one flush | low | moderate | cd | gravel | M
Monarda didyma | bergamot; bee balm | perennial | 5.8–7.0 | FP | all season | medium | moderate | | organic | M
Achillea millefolium | yarrow | perennial | 5.5–7.5 | F | all season | low | tolerant | d | gravel | M
Armeria maritima | thrift | perennial | 5.5–7.5 | F | one flush | low | tolerant | cd | gravel | M
Kniphofia hybrids | torch lily; red-hot poker; red hot poker | perennial \
    | 6.0–7.5 | F | all season | low | moderate | c | organic | M
Crocosmia hybrids | montbretia; crocosmia | bulb | 5.5–7.0 | FP | all season | low | moderate | | organic | M
Gladiolus hybrids | gladiolus; sword lily | bulb | 6.0–7.0 | F | warm season | medium | moderate | | organic | M
Calamagrostis × acutiflora | feather reed grass | ornamental grass \
    | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Molinia caerulea | moor grass | ornamental grass | 4.5–6.5 | FP | one flush | low | sensitive | | organic | M
Citrus reticulata | mandarin; clementine; tangerine | container \
    | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | M
Citrus × paradisi | grapefruit | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | M
Phyllostachys aurea | bamboo; golden bamboo | ornamental grass \
    | 5.5–7.0 | FP | spring burst | medium | sensitive | e | organic | M
Fargesia murielae | clump bamboo; umbrella bamboo | ornamental grass \
    | 5.5–7.0 | P | spring burst | medium | sensitive | e | organic | M
Cortaderia selloana | pampas grass | ornamental grass | 5.5–7.5 | F | one flush | low | tolerant | e | organic | M
Ophiopogon japonicus | mondo grass | groundcover | 5.5–6.8 | PS | all season | low | moderate | e | organic | M
Sempervivum tectorum | houseleek | succulent | 6.0–8.0 | F | one flush | low | moderate | d | gravel | M
Oenothera lindheimeri | gaura; butterfly gaura | perennial \
    | 5.5–7.5 | F | all season | low | moderate | d | gravel | M
Verbena bonariensis | tall verbena; verbena | perennial | 5.8–7.5 | F | all season | low | moderate | | organic | M
Lamium maculatum | dead-nettle; spotted dead-nettle | groundcover \
    | 5.5–7.5 | PS | all season | low | moderate | | organic | M
Galium odoratum | sweet woodruff; woodruff | groundcover \
    | 5.0–7.0 | PS | spring burst | low | sensitive | | organic | M
Convallaria majalis | lily of the valley | groundcover | 5.0–7.0 | PS | spring burst | low | sensitive | | organic | M
Phlox subulata | creeping phlox; moss phlox | groundcover | 6.0–7.5 | F | one flush | low | moderate | e | gravel | M
Hyacinthus orientalis | hyacinth | bulb | 6.0–7.5 | FP | spring burst | low | sensitive | | none | M
Alcea rosea | hollyhock | perennial | 6.0–7.5 | F | all season | medium | moderate | | organic | M
Geum chiloense | avens | perennial | 5.5–7.0 | FP | spring burst | low | moderate | | organic | M
Gypsophila paniculata | baby's breath | perennial | 6.5–7.8 | F | one flush | low | moderate | c | gravel | M
Scabiosa caucasica | scabious; pincushion flower | perennial \
    | 6.5–7.5 | F | all season | low | moderate | c | gravel | M
Stachys byzantina | lamb's ear | perennial | 6.0–7.5 | F | all season | low | moderate | cd | gravel | M
Tiarella cordifolia | foam flower | groundcover | 5.0–6.5 | PS | spring burst | low | sensitive | | organic | M
Aconitum napellus | monkshood; aconite | perennial | 5.5–7.0 | P | all season | medium | sensitive | | organic | M
Ligularia przewalskii | leopard plant | perennial | 5.5–7.0 | PS | all season | medium | sensitive | | organic | M
Rodgersia pinnata | featherleaf | perennial | 5.5–7.0 | PS | spring burst | medium | sensitive | | organic | M
Euphorbia characias | spurge | perennial | 6.0–8.0 | F | spring burst | low | tolerant | ed | gravel | M
Acanthus mollis | bear's breeches | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Liatris spicata | gayfeather; blazing star | perennial | 5.5–7.5 | F | all season | low | moderate | | organic | M
Eutrochium purpureum | joe pye weed; hemp agrimony | perennial \
    | 5.5–7.0 | FP | all season | low | moderate | | organic | M
Veronica spicata | speedwell | perennial | 5.5–7.5 | F | all season | low | moderate | | organic | M
Veronicastrum virginicum | culver's root | perennial | 5.5–7.0 | FP | all season | low | moderate | | organic | M
Solidago rugosa | goldenrod | perennial | 5.5–7.5 | F | all season | low | moderate | | organic | M
Helenium autumnale | sneezeweed | perennial | 5.5–7.0 | F | all season | medium | moderate | | organic | M
Heliopsis helianthoides | false sunflower | perennial | 5.5–7.5 | F | all season | low | moderate | | organic | M
Baptisia australis | false indigo | perennial | 5.5–7.5 | F | spring burst | low | moderate | | organic | M
Amsonia tabernaemontana | bluestar | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Asclepias tuberosa | milkweed; butterfly weed | perennial | 5.5–7.0 | F | all season | low | moderate | d | gravel | M
Papaver orientale | poppy; oriental poppy | perennial | 6.0–7.5 | F | spring burst | low | moderate | c | organic | M
Limonium platyphyllum | statice; sea lavender | perennial \
    | 6.0–8.0 | F | all season | low | tolerant | cd | gravel | M
Eryngium planum | sea holly | perennial | 6.0–8.0 | F | all season | low | tolerant | cd | gravel | M
Echinops ritro | globe thistle | perennial | 6.0–8.0 | F | all season | low | tolerant | d | gravel | M
Verbascum olympicum | mullein | perennial | 6.0–8.0 | F | one flush | low | moderate | cd | gravel | M
Hedychium gardnerianum | ginger lily; ginger | perennial \
    | 5.5–6.8 | FP | warm season | high | sensitive | t | organic | M
Anigozanthos flavidus | kangaroo paw | perennial | 5.0–6.5 | F | all season | low | moderate | cdkt | gravel | M
Mentha spicata | mint | perennial | 6.0–7.0 | FP | all season | medium | moderate | | organic | M
Clivia miniata | bush lily; clivia | perennial | 5.5–6.5 | PS | all season | low | moderate | et | bark | M
Dietes grandiflora | fairy iris | perennial | 5.5–7.5 | FP | all season | low | moderate | e | organic | M
Plectranthus ecklonii | spur flower | perennial | 5.5–7.0 | PS | warm season | medium | moderate | t | organic | M
"""

ROWS = f"{SOFT.strip()}\n{BEDDING.strip()}\n{WOODY.strip()}"
