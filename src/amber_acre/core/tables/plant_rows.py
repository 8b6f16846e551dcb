"""The plant catalogue as text: one plant a line. :mod:`~amber_acre.core.tables.plants` reads it.

Columns: botanical name | common names | group | pH low–high | sun | growth | nitrogen | salt | flags | mulch | source.
Sun F full, P part, S shade. Flags: a acid lover, k poor on alkaline soil, c crown-sensitive, d lean dry-country native,
e evergreen, h heath of poor ground, n conifer, t frost tender. Sources: L pH lists of extension services and
horticultural societies, from memory; C common practice; M from memory. Nitrogen, salt and mulch are the trade's usual
classes in every row (C).
"""

ROWS = """
Poa pratensis | smooth meadow-grass; bluegrass | lawn grass | 6.0–7.0 | F | cool turf | high | moderate | | none | L
Lolium perenne | perennial ryegrass | lawn grass | 5.8–7.4 | FP | cool turf | high | moderate | | none | L
Lolium arundinaceum | tall fescue | lawn grass | 5.5–7.5 | FP | cool turf | medium | tolerant | | none | L
Festuca rubra | fine fescue; red fescue | lawn grass | 5.5–7.0 | FPS | cool turf | low | moderate | | none | L
Festuca trachyphylla | hard fescue | lawn grass | 5.5–7.0 | FP | cool turf | low | moderate | | none | M
Agrostis capillaris | browntop bent | lawn grass | 5.0–6.5 | FP | cool turf | medium | sensitive | | none | M
Festuca, Poa, Lolium | fescue–bluegrass–rye mixture | lawn grass \
    | 6.0–7.0 | FP | cool turf | medium | moderate | | none | M
Agrostis stolonifera | creeping bent | lawn grass | 5.5–6.5 | F | cool turf | high | moderate | | none | L
Festuca rubra subsp. commutata | chewings fescue | lawn grass | 5.5–7.0 | FPS | cool turf | low | sensitive | | none | L
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
Bouteloua dactyloides | buffalograss | lawn grass \
    | 6.0–8.0 | F | warm turf | low | moderate | d | none | M
Bouteloua gracilis | blue grama | lawn grass | 6.0–8.5 | F | warm turf | low | moderate | d | none | M
Digitaria didactyla | blue couch | lawn grass | 5.0–6.5 | F | warm turf | medium | sensitive | t | none | M
Acer × freemanii | hybrid red maple | tree | 5.0–6.8 | F | one flush | medium | sensitive | k | organic | L
Acer rubrum | red maple | tree | 4.5–6.8 | FP | one flush | medium | sensitive | k | organic | L
Acer saccharinum | silver maple | tree | 5.0–7.0 | F | one flush | medium | moderate | k | organic | L
Acer palmatum | palmate maple; Japanese maple | tree | 5.5–6.5 | P | one flush | low | sensitive | k | bark | L
Acer campestre | field maple | tree | 6.0–8.0 | FP | one flush | low | moderate | | organic | M
Quercus palustris | pin oak | tree | 5.0–6.5 | F | one flush | medium | moderate | k | organic | L
Quercus robur | pedunculate oak | tree | 5.0–7.5 | F | two flushes | low | moderate | | organic | M
Quercus ilex | holm oak | tree | 5.5–8.0 | FP | two flushes | low | tolerant | e | organic | M
Tilia cordata | small-leaved lime; linden | tree | 6.0–7.8 | FP | one flush | medium | sensitive | | organic | M
Fagus sylvatica | beech | tree | 5.0–7.5 | FP | one flush | low | sensitive | | organic | M
Carpinus betulus | hornbeam | hedging | 5.5–7.8 | FP | one flush | medium | moderate | | organic | M
Betula pendula | silver birch | tree | 5.0–6.5 | F | one flush | low | moderate | k | organic | L
Betula nigra | river birch | tree | 4.5–6.5 | FP | one flush | medium | moderate | k | organic | L
Magnolia grandiflora | evergreen magnolia; bull bay | tree \
    | 5.0–6.5 | FP | two flushes | medium | moderate | ek | bark | L
Magnolia × soulangeana | saucer magnolia | tree | 5.0–6.5 | FP | one flush | medium | sensitive | k | bark | L
Liquidambar styraciflua | sweetgum | tree | 5.5–6.5 | F | one flush | medium | moderate | k | organic | L
Malus domestica | apple | fruit | 5.5–7.0 | F | one flush | medium | sensitive | | organic | L
Prunus avium | sweet cherry | fruit | 6.0–7.2 | F | one flush | medium | sensitive | | organic | L
Prunus serrulata | ornamental cherry | tree | 5.5–7.0 | F | one flush | medium | sensitive | | organic | M
Pyrus communis | pear | fruit | 6.0–7.0 | F | one flush | medium | moderate | k | organic | L
Sorbus aucuparia | rowan | tree | 4.5–7.0 | FP | one flush | low | sensitive | | organic | M
Crataegus monogyna | hawthorn | hedging | 6.0–8.0 | FP | one flush | low | moderate | | organic | M
Platanus × hispanica | plane tree; London plane | tree | 6.0–8.0 | F | one flush | medium | moderate | | organic | M
Ginkgo biloba | maidenhair tree | tree | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Olea europaea | olive | tree | 6.0–8.5 | F | two flushes | low | tolerant | edt | gravel | L
Trachycarpus fortunei | chusan palm | palm | 5.5–7.5 | FP | warm season | medium | moderate | ec | organic | M
Phoenix canariensis | pineapple date palm | palm | 6.0–8.0 | F | warm season | medium | tolerant | ect | organic | M
Syagrus romanzoffiana | queen palm | palm | 5.5–6.8 | F | warm season | high | moderate | ectk | organic | L
Pinus sylvestris | Scots pine | conifer | 4.5–7.0 | F | conifer flush | low | sensitive | en | bark | M
Pinus mugo | dwarf mountain pine | conifer | 4.5–8.0 | F | conifer flush | low | moderate | en | bark | M
Pinus nigra | black pine | conifer | 5.0–8.0 | F | conifer flush | low | tolerant | en | bark | M
Picea abies | common spruce | conifer | 4.5–6.5 | FP | conifer flush | low | sensitive | en | bark | L
Picea pungens | blue spruce | conifer | 5.0–7.0 | F | conifer flush | low | tolerant | en | bark | L
Abies nordmanniana | Nordmann fir | conifer | 5.0–6.5 | FP | conifer flush | low | sensitive | en | bark | M
Cedrus deodara | deodar cedar | conifer | 5.5–7.5 | F | conifer flush | low | moderate | en | bark | M
Thuja occidentalis | arborvitae; white cedar | hedging \
    | 6.0–8.0 | FP | conifer flush | medium | sensitive | en | organic | L
Thuja plicata | giant arborvitae; red cedar | hedging \
    | 5.5–7.5 | FP | conifer flush | medium | sensitive | en | organic | M
Taxus baccata | yew | hedging | 5.5–8.0 | FPS | conifer flush | medium | sensitive | en | organic | M
Chamaecyparis lawsoniana | false cypress | hedging \
    | 5.0–7.5 | FP | conifer flush | medium | sensitive | en | organic | M
Juniperus communis | juniper | conifer | 4.5–8.0 | F | conifer flush | low | moderate | end | gravel | M
Tsuga canadensis | hemlock | conifer | 4.5–6.5 | PS | conifer flush | low | sensitive | enk | bark | L
Rhododendron hybrids | rhododendron | shrub | 4.5–6.0 | PS | one flush | low | sensitive | aek | bark | L
Rhododendron (azalea group) | azalea | shrub | 4.5–6.0 | PS | one flush | low | sensitive | ak | bark | L
Pieris japonica | pieris | shrub | 4.5–6.0 | PS | one flush | low | sensitive | aek | bark | L
Camellia japonica | camellia | shrub | 4.5–6.0 | PS | one flush | low | sensitive | aek | bark | L
Vaccinium corymbosum | highbush blueberry; blueberry | fruit \
    | 4.5–5.3 | FP | one flush | low | sensitive | ak | bark | L
Vaccinium macrocarpon | cranberry | fruit | 4.0–5.5 | FP | one flush | low | sensitive | aek | bark | L
Calluna vulgaris | heather; ling | shrub | 4.0–6.0 | F | one flush | low | sensitive | aehk | bark | L
Erica carnea | winter heath | shrub | 4.5–7.0 | F | one flush | low | sensitive | aeh | bark | L
Kalmia latifolia | mountain laurel | shrub | 4.5–5.5 | PS | one flush | low | sensitive | aek | bark | L
Gardenia jasminoides | gardenia | shrub | 5.0–6.0 | P | all season | medium | sensitive | aekt | bark | L
Skimmia japonica | skimmia | shrub | 5.0–6.5 | PS | one flush | low | sensitive | aek | bark | M
Fothergilla major | fothergilla | shrub | 5.0–6.0 | FP | one flush | low | sensitive | ak | bark | L
Ilex aquifolium | holly | shrub | 5.0–7.0 | FPS | one flush | low | moderate | e | organic | M
Ilex crenata | box-leaved holly | hedging | 5.0–6.5 | FP | two flushes | medium | moderate | ek | organic | L
Hydrangea macrophylla | mophead hydrangea | shrub | 5.0–6.8 | P | all season | medium | sensitive | | bark | L
Hydrangea paniculata | panicle hydrangea | shrub | 5.5–7.0 | FP | all season | medium | moderate | | organic | M
Hydrangea quercifolia | oak-leaved hydrangea | shrub | 5.0–6.5 | P | one flush | medium | sensitive | | organic | M
Buxus sempervirens | box; boxwood | hedging | 6.5–8.0 | FPS | two flushes | medium | sensitive | e | organic | L
Ligustrum ovalifolium | privet | hedging | 5.5–8.0 | FP | two flushes | medium | moderate | e | organic | M
Prunus laurocerasus | cherry laurel | hedging | 5.5–7.5 | FPS | two flushes | medium | moderate | e | organic | M
Prunus lusitanica | evergreen laurel; Portugal laurel | hedging \
    | 5.5–8.0 | FPS | two flushes | medium | moderate | e | organic | M
Photinia × fraseri | red-leaved photinia | hedging | 5.5–7.5 | FP | two flushes | medium | moderate | e | organic | M
Syzygium smithii | lilly pilly | hedging | 5.5–7.0 | FP | all season | medium | moderate | et | organic | M
Griselinia littoralis | griselinia | hedging | 5.5–7.5 | FP | two flushes | medium | tolerant | et | organic | M
Pittosporum tenuifolium | pittosporum | hedging | 5.5–7.5 | FP | two flushes | medium | moderate | et | organic | M
Elaeagnus × submacrophylla | elaeagnus | hedging | 5.5–8.0 | FP | two flushes | low | tolerant | e | organic | M
Escallonia rubra | escallonia | hedging | 5.5–7.5 | F | two flushes | medium | tolerant | e | organic | M
Berberis thunbergii | barberry | shrub | 5.5–7.5 | FP | one flush | low | tolerant | | organic | M
Viburnum tinus | laurustinus | shrub | 5.5–7.5 | FPS | two flushes | medium | moderate | e | organic | M
Viburnum opulus | guelder rose | shrub | 6.0–7.8 | FP | one flush | medium | moderate | | organic | M
Syringa vulgaris | lilac | shrub | 6.5–7.8 | F | one flush | low | moderate | | organic | L
Forsythia × intermedia | forsythia | shrub | 6.0–8.0 | FP | one flush | low | moderate | | organic | L
Buddleja davidii | butterfly bush | shrub | 6.0–8.0 | F | all season | low | moderate | | organic | M
Philadelphus coronarius | mock orange | shrub | 6.0–8.0 | FP | one flush | low | moderate | | organic | M
Spiraea japonica | pink spirea | shrub | 5.5–7.0 | FP | two flushes | low | moderate | k | organic | L
Cornus alba | red-barked dogwood | shrub | 5.5–7.5 | FP | one flush | medium | moderate | | organic | M
Cornus florida | flowering dogwood | tree | 5.0–6.5 | P | one flush | low | sensitive | k | bark | L
Fuchsia magellanica | hardy fuchsia | shrub | 6.0–7.5 | P | all season | medium | moderate | | organic | M
Hibiscus rosa-sinensis | shoeblack plant; tropical hibiscus | shrub \
    | 6.0–7.0 | F | all season | high | moderate | et | organic | L
Bougainvillea glabra | bougainvillea | climber | 5.5–6.5 | F | all season | medium | moderate | etk | gravel | L
Wisteria sinensis | wisteria | climber | 6.0–7.0 | F | all season | low | moderate | k | organic | M
Clematis hybrids | clematis | climber | 6.5–7.5 | FP | all season | medium | sensitive | c | organic | L
Hedera helix | ivy | climber | 6.0–7.8 | PS | two flushes | low | moderate | e | organic | M
Trachelospermum jasminoides | star jasmine | climber | 5.5–7.5 | FP | two flushes | medium | moderate | et | organic | M
Rosa hybrids | garden roses; rose; hybrid tea; floribunda; shrub rose | rose \
    | 6.0–7.0 | F | all season | high | sensitive | | organic | L
Rosa (miniature group) | miniature roses | rose | 6.0–7.0 | FP | all season | high | sensitive | | organic | L
Rosa rugosa | hedgehog rose; rugosa rose | rose | 5.5–7.5 | F | all season | low | tolerant | | organic | M
Rosa (climbing group) | climbing roses; rambler | rose | 6.0–7.0 | F | all season | high | sensitive | | organic | L
Lavandula angustifolia | lavender | shrub | 6.5–8.0 | F | one flush | low | moderate | ecd | gravel | L
Salvia rosmarinus | rosemary | shrub | 6.0–8.0 | F | two flushes | low | moderate | edt | gravel | L
Westringia fruticosa | coastal rosemary | shrub | 5.5–7.5 | F | two flushes | low | tolerant | edt | gravel | M
Cistus × purpureus | rock rose | shrub | 6.0–8.0 | F | one flush | low | tolerant | ed | gravel | M
Santolina chamaecyparissus | cotton lavender | shrub | 6.5–8.0 | F | one flush | low | moderate | ed | gravel | M
Grevillea rosmarinifolia | grevillea | shrub | 5.0–6.5 | F | two flushes | low | sensitive | edkt | gravel | M
Callistemon citrinus | bottlebrush | shrub | 5.0–7.0 | F | two flushes | low | moderate | edkt | gravel | M
Hemerocallis hybrids | daylily; day lily | perennial | 6.0–7.0 | FP | all season | medium | moderate | | organic | L
Hosta hybrids | hosta | perennial | 6.0–7.5 | PS | spring burst | medium | sensitive | c | organic | L
Geranium | cranesbill; hardy geranium | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Astilbe × arendsii | astilbe | perennial | 5.5–6.5 | PS | spring burst | medium | sensitive | | organic | L
Paeonia lactiflora | peony | perennial | 6.5–7.5 | F | spring burst | medium | moderate | c | none | L
Phlox paniculata | border phlox | perennial | 6.0–7.5 | FP | all season | medium | sensitive | | organic | M
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
Chrysanthemum hybrids | garden chrysanthemum | perennial | 6.0–7.0 | F | all season | high | moderate | t | organic | L
Agapanthus praecox | agapanthus; blue lily | perennial | 5.5–7.5 | F | all season | medium | moderate | et | organic | M
Strelitzia reginae | bird of paradise | perennial | 5.5–7.5 | F | warm season | high | moderate | et | organic | M
Canna hybrids | canna | perennial | 6.0–7.0 | F | warm season | high | moderate | t | organic | L
Musa basjoo | hardy banana | perennial | 5.5–7.0 | F | warm season | high | sensitive | t | organic | M
Dryopteris filix-mas | male fern | fern | 5.0–7.0 | PS | spring burst | low | sensitive | c | organic | M
Dicksonia antarctica | soft tree fern | fern | 5.0–6.5 | PS | warm season | low | sensitive | ect | organic | M
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
Pelargonium | pelargonium | container | 6.0–7.0 | F | all season | high | moderate | t | none | L
Petunia hybrids | petunia | container | 5.5–6.5 | F | all season | high | moderate | tk | none | L
Begonia | bedding begonia | container | 5.5–6.5 | PS | all season | medium | sensitive | t | none | L
Impatiens walleriana | busy lizzie | container | 5.8–6.5 | PS | all season | medium | sensitive | t | none | L
Calibrachoa hybrids | calibrachoa | container | 5.5–6.0 | F | all season | high | sensitive | tk | none | L
Citrus × limon | lemon | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Citrus × sinensis | orange | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Laurus nobilis | bay laurel | container | 6.0–7.5 | FP | two flushes | medium | moderate | et | bark | M
Ficus carica | fig | container | 6.0–7.5 | F | all season | medium | moderate | | organic | M
Corylus avellana | hazel | hedging | 5.5–7.8 | FP | one flush | low | moderate | | organic | M
Quercus rubra | northern red oak | tree | 4.5–6.5 | F | one flush | medium | moderate | k | organic | L
Quercus alba | white oak | tree | 5.0–6.8 | F | one flush | low | moderate | k | organic | L
Quercus phellos | willow oak | tree | 4.5–6.5 | F | one flush | medium | moderate | k | organic | L
Quercus virginiana | live oak | tree | 5.0–7.5 | F | two flushes | medium | tolerant | e | organic | M
Acer saccharum | sugar maple | tree | 5.5–7.0 | FP | one flush | medium | sensitive | | organic | L
Acer platanoides | broad-leaved maple | tree | 5.5–7.5 | FP | one flush | medium | moderate | | organic | M
Fraxinus pennsylvanica | green ash | tree | 5.5–8.0 | F | one flush | medium | tolerant | | organic | M
Ulmus parvifolia | lacebark elm | tree | 5.0–8.0 | F | two flushes | medium | moderate | | organic | M
Ficus macrophylla | large-leaved fig tree | tree | 5.5–7.5 | F | two flushes | low | tolerant | et | organic | M
Abies concolor | white fir | conifer | 5.0–7.0 | F | conifer flush | low | moderate | en | bark | M
Nandina domestica | heavenly bamboo | shrub | 5.5–7.5 | FP | two flushes | low | moderate | e | organic | M
Myrtus communis | common myrtle | shrub | 6.0–8.0 | F | two flushes | low | moderate | e | organic | M
Hebe × andersonii | hebe | shrub | 6.0–7.5 | FP | two flushes | low | tolerant | e | organic | M
Cotoneaster horizontalis | wall cotoneaster | shrub | 5.5–7.8 | FP | one flush | low | moderate | | organic | M
Euonymus fortunei | wintercreeper | groundcover | 5.5–7.8 | FPS | two flushes | low | moderate | e | organic | M
Vinca minor | lesser periwinkle | groundcover | 5.5–7.5 | PS | two flushes | low | moderate | e | organic | M
Vinca major | greater periwinkle | groundcover | 5.5–7.5 | PS | two flushes | low | moderate | e | organic | M
Pachysandra terminalis | pachysandra | groundcover | 5.0–6.5 | PS | one flush | low | sensitive | ek | organic | M
Ajuga reptans | bugle | groundcover | 5.5–7.0 | PS | all season | low | sensitive | e | organic | M
Liriope muscari | lilyturf | groundcover | 5.5–7.0 | PS | all season | low | moderate | e | organic | M
Thymus serpyllum | creeping thyme | groundcover | 6.0–8.0 | F | one flush | low | moderate | ed | gravel | M
Sedum acre | biting stonecrop | groundcover | 6.0–8.0 | F | one flush | low | tolerant | ed | gravel | M
Arctostaphylos densiflora | manzanita | shrub | 5.0–7.0 | F | one flush | low | sensitive | ed | gravel | M
Ceanothus thyrsiflorus | blueblossom ceanothus | shrub | 6.0–8.0 | F | one flush | low | sensitive | ed | gravel | M
Larrea tridentata | creosote bush | shrub | 7.0–8.5 | F | two flushes | low | moderate | ed | gravel | M
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
Cocos nucifera | coconut | palm | 5.5–8.0 | F | warm season | medium | tolerant | ect | organic | M
Sabal palmetto | cabbage palm | palm | 5.5–8.0 | FP | warm season | medium | tolerant | ec | organic | M
Washingtonia robusta | tall fan palm | palm | 6.0–8.0 | F | warm season | medium | tolerant | ect | organic | M
Chamaerops humilis | dwarf fan palm | palm | 6.0–8.0 | FP | warm season | medium | tolerant | ec | organic | M
Crocus hybrids | crocus | bulb | 6.0–7.0 | FP | spring burst | low | sensitive | | none | M
Galanthus nivalis | snowdrop | bulb | 6.0–7.5 | P | spring burst | low | sensitive | | none | M
Allium hybrids | ornamental onion | bulb | 6.0–7.5 | F | spring burst | low | moderate | | none | M
Lilium hybrids | lily | bulb | 5.5–6.8 | FP | all season | medium | sensitive | | organic | M
Weigela florida | weigela | shrub | 5.5–7.5 | FP | one flush | medium | moderate | | organic | M
Loropetalum chinense | fringe flower; loropetalum | shrub | 4.5–6.5 | FP | two flushes | medium | sensitive | aek \
    | bark | M
Lagerstroemia indica | crape myrtle | tree | 5.0–6.5 | F | all season | medium | moderate | | organic | M
Nerium oleander | oleander | shrub | 5.0–8.3 | F | all season | medium | tolerant | e | organic | M
Plumbago auriculata | leadwort; plumbago | shrub | 5.5–6.8 | F | all season | medium | moderate | t | organic | M
Ixora coccinea | jungle flame; ixora | shrub | 5.0–6.0 | F | all season | medium | sensitive | aekt | bark | M
Banksia integrifolia | coast banksia | shrub | 5.0–6.5 | F | two flushes | low | sensitive | edkt | gravel | M
Protea cynaroides | king protea | shrub | 4.5–6.0 | F | two flushes | low | sensitive | edkt | gravel | M
Carex morrowii | evergreen sedge | ornamental grass | 5.0–7.5 | PS | one flush | low | moderate | e | organic | M
Lomandra longifolia | mat rush | ornamental grass | 5.5–7.5 | FP | all season | low | tolerant | e | organic | M
Heliconia psittacorum | parrot heliconia | perennial | 5.0–6.5 | FP | warm season | high | sensitive | t | organic | M
Tagetes hybrids | marigold | container | 6.0–7.5 | F | all season | medium | moderate | t | none | M
Viola hybrids | pansy; viola | container | 5.4–6.5 | FP | winter green | medium | sensitive | | none | M
Iris sibirica | blue flag of meadows | perennial | 5.5–7.0 | FP | spring burst | medium | moderate | | organic | M
Citrus × meyeri | hybrid lemon | container | 5.5–6.5 | F | two flushes | high | sensitive | etk | bark | L
Abelia × grandiflora | abelia; glossy abelia | shrub | 5.5–7.0 | FP | all season | low | moderate | e | organic | M
Rhaphiolepis indica | rhaphiolepis | shrub | 5.5–7.5 | F | one flush | low | tolerant | e | organic | M
Murraya paniculata | orange jessamine; murraya | hedging \
    | 5.5–7.0 | FP | all season | medium | sensitive | etk | organic | M
Duranta erecta | golden dewdrop; duranta | shrub | 5.5–7.5 | F | all season | medium | moderate | et | organic | M
Acacia dealbata | silver wattle; mimosa | tree | 5.0–7.0 | F | two flushes | low | moderate | e | organic | M
Eucalyptus gunnii | cider gum; eucalyptus | tree | 5.0–7.0 | F | two flushes | low | moderate | e | organic | M
Opuntia ficus-indica | prickly pear | succulent | 6.0–8.0 | F | warm season | low | moderate | dt | gravel | M
Delosperma cooperi | trailing ice plant | succulent | 6.0–8.0 | F | warm season | low | tolerant | d | gravel | M
Aeonium arboreum | tree aeonium | succulent | 6.0–7.5 | FP | winter green | low | moderate | dt | gravel | M
Cycas revoluta | sago cycad; cycad | palm | 5.5–7.0 | FP | one flush | medium | moderate | ekt | bark | M
Dypsis lutescens | golden cane palm | palm | 5.5–7.0 | FP | all season | medium | sensitive | ekt | organic | M
Alocasia macrorrhizos | giant taro | perennial | 5.5–7.0 | PS | warm season | high | sensitive | t | organic | M
Philodendron bipinnatifidum | tree philodendron | perennial \
    | 5.5–7.0 | PS | warm season | high | sensitive | et | organic | M
Monstera deliciosa | fruit salad plant; monstera | perennial \
    | 5.5–7.0 | PS | warm season | high | sensitive | et | organic | M
Plumeria rubra | frangipani; plumeria | tree | 6.0–7.0 | F | all season | medium | moderate | t | organic | M
Cordyline australis | cabbage tree; cordyline | shrub | 5.5–7.5 | FP | all season | low | tolerant | e | organic | M
Phormium tenax | harakeke; phormium | perennial | 5.5–7.5 | F | all season | low | tolerant | e | organic | M
Osmanthus × burkwoodii | osmanthus | shrub | 5.5–7.5 | FP | one flush | low | moderate | e | organic | M
Mahonia aquifolium | holly-leaved barberry; mahonia | shrub \
    | 5.5–7.5 | PS | one flush | low | moderate | e | organic | M
Choisya ternata | orange blossom bush; choisya | shrub | 5.5–8.0 | FP | two flushes | low | moderate | e | organic | M
Aucuba japonica | spotted laurel; aucuba | shrub | 5.5–7.5 | PS | one flush | low | moderate | e | organic | M
Fatsia japonica | paper plant; fatsia | shrub | 5.5–7.0 | PS | one flush | medium | moderate | e | organic | M
Cotinus coggygria | smoke bush | shrub | 5.5–8.0 | F | one flush | low | moderate | | organic | M
Hamamelis × intermedia | witch hazel | shrub | 5.0–6.5 | FP | one flush | low | sensitive | k | bark | M
Daphne odora | winter daphne; daphne | shrub | 5.5–7.0 | P | one flush | low | sensitive | e | bark | M
Deutzia gracilis | deutzia | shrub | 6.0–7.5 | FP | one flush | low | moderate | | organic | M
Kerria japonica | kerria | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Ribes sanguineum | flowering currant | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Ribes nigrum | blackcurrant; currant | fruit | 6.0–7.0 | FP | one flush | medium | sensitive | | organic | M
Rubus idaeus | raspberry | fruit | 5.6–6.5 | F | one flush | medium | sensitive | k | organic | M
Vitis vinifera | grape vine; grape; vine | fruit | 6.0–7.5 | F | one flush | low | moderate | | organic | M
Fragaria × ananassa | strawberry | perennial | 5.5–6.5 | F | two flushes | medium | sensitive | k | organic | M
Chaenomeles speciosa | flowering quince | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Pyracantha coccinea | firethorn | hedging | 5.5–7.5 | FP | two flushes | low | moderate | e | organic | M
Potentilla fruticosa | shrubby cinquefoil | shrub | 6.0–8.0 | F | all season | low | tolerant | | organic | M
Hypericum calycinum | St John's wort; hypericum | groundcover \
    | 5.5–7.5 | FPS | all season | low | moderate | e | organic | M
Perovskia atriplicifolia | blue spire sage; perovskia | shrub \
    | 6.0–8.0 | F | all season | low | tolerant | d | gravel | M
Lantana camara | lantana | shrub | 5.5–7.5 | F | all season | low | tolerant | t | organic | M
Lonicera nitida | box honeysuckle | hedging | 5.5–8.0 | FP | two flushes | medium | moderate | e | organic | M
Lonicera periclymenum | honeysuckle; woodbine | climber | 5.5–7.5 | FP | two flushes | low | moderate | | organic | M
Jasminum officinale | jasmine | climber | 6.0–7.5 | FP | two flushes | low | moderate | | organic | M
Passiflora caerulea | passion flower | climber | 6.0–7.5 | F | all season | low | moderate | t | organic | M
Parthenocissus quinquefolia | five-leaved creeper | climber | 5.5–7.5 | FPS | one flush | low | tolerant | | organic | M
Lavandula stoechas | butterfly lavender | shrub | 6.0–7.5 | F | two flushes | low | moderate | ecd | gravel | M
Salvia officinalis | garden sage; sage | shrub | 6.0–8.0 | F | two flushes | low | moderate | ed | gravel | M
Thymus vulgaris | common thyme; thyme | shrub | 6.0–8.0 | F | two flushes | low | moderate | ed | gravel | M
Coreopsis verticillata | tickseed; coreopsis | perennial | 5.5–7.0 | F | all season | low | moderate | | organic | M
Gaillardia × grandiflora | blanket flower | perennial | 6.0–7.5 | F | all season | low | tolerant | d | gravel | M
Lupinus polyphyllus | lupin | perennial | 5.5–6.8 | FP | spring burst | low | sensitive | k | organic | M
Digitalis purpurea | foxglove | perennial | 5.5–6.8 | P | spring burst | low | moderate | | organic | M
Alchemilla mollis | lady's mantle | perennial | 5.5–7.5 | FP | all season | low | moderate | | organic | M
Bergenia cordifolia | heart-leaved bergenia; bergenia | perennial \
    | 5.5–7.5 | FPS | spring burst | low | moderate | e | organic | M
Pulmonaria officinalis | lungwort | perennial | 6.0–7.5 | PS | spring burst | low | sensitive | | organic | M
Brunnera macrophylla | great forget-me-not; brunnera | perennial \
    | 6.0–7.5 | PS | spring burst | low | sensitive | | organic | M
Epimedium × versicolor | barrenwort | groundcover | 5.5–7.0 | PS | one flush | low | sensitive | | organic | M
Primula vulgaris | primrose | perennial | 5.5–7.0 | P | spring burst | low | sensitive | c | organic | M
Anemone × hybrida | garden anemone | perennial | 5.5–7.5 | FP | all season | low | moderate | | organic | M
Aquilegia vulgaris | columbine | perennial | 6.0–7.5 | FP | spring burst | low | moderate | | organic | M
Campanula persicifolia | bellflower | perennial | 6.0–7.5 | FP | all season | low | moderate | | organic | M
Dianthus plumarius | garden pink | perennial | 6.5–8.0 | F | one flush | low | moderate | cd | gravel | M
Monarda didyma | bergamot; bee balm | perennial | 5.8–7.0 | FP | all season | medium | moderate | | organic | M
Achillea millefolium | yarrow | perennial | 5.5–7.5 | F | all season | low | tolerant | d | gravel | M
Armeria maritima | thrift | perennial | 5.5–7.5 | F | one flush | low | tolerant | cd | gravel | M
Kniphofia hybrids | torch lily; red-hot poker | perennial | 6.0–7.5 | F | all season | low | moderate | c | organic | M
Crocosmia hybrids | montbretia; crocosmia | bulb | 5.5–7.0 | FP | all season | low | moderate | | organic | M
Gladiolus hybrids | gladiolus; sword lily | bulb | 6.0–7.0 | F | warm season | medium | moderate | | organic | M
Zinnia elegans | zinnia | container | 5.8–7.0 | F | all season | medium | moderate | t | none | M
Cosmos bipinnatus | cosmos | container | 6.0–7.5 | F | all season | low | moderate | t | none | M
Antirrhinum majus | snapdragon | container | 6.0–7.2 | F | all season | medium | moderate | | none | M
Lobelia erinus | trailing lobelia; lobelia | container | 5.5–7.0 | FP | all season | medium | sensitive | t | none | M
Calamagrostis × acutiflora | feather reed grass | ornamental grass \
    | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Molinia caerulea | moor grass | ornamental grass | 4.5–6.5 | FP | one flush | low | sensitive | | organic | M
"""
