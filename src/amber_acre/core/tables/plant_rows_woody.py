"""Trees, shrubs, hedging, climbers, fruit, palms and roses of the plant catalogue, in the columns of
:mod:`~amber_acre.core.tables.plant_rows`.
"""

WOODY = """
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
Buddleja davidii | butterfly bush; buddleia | shrub | 6.0–8.0 | F | all season | low | moderate | | organic | M
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
Trachelospermum jasminoides | star jasmine | climber \
    | 5.5–7.5 | FP | two flushes | medium | moderate | et | organic | M
Rosa hybrids | \
    garden roses; rose; hybrid tea; floribunda; shrub rose; hybrid tea rose; standard rose; ground cover rose | rose \
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
Arctostaphylos densiflora | manzanita | shrub | 5.0–7.0 | F | one flush | low | sensitive | ed | gravel | M
Ceanothus thyrsiflorus | blueblossom ceanothus | shrub | 6.0–8.0 | F | one flush | low | sensitive | ed | gravel | M
Larrea tridentata | creosote bush | shrub | 7.0–8.5 | F | two flushes | low | moderate | ed | gravel | M
Cocos nucifera | coconut | palm | 5.5–8.0 | F | warm season | medium | tolerant | ect | organic | M
Sabal palmetto | cabbage palm | palm | 5.5–8.0 | FP | warm season | medium | tolerant | ec | organic | M
Washingtonia robusta | tall fan palm | palm | 6.0–8.0 | F | warm season | medium | tolerant | ect | organic | M
Chamaerops humilis | dwarf fan palm | palm | 6.0–8.0 | FP | warm season | medium | tolerant | ec | organic | M
Weigela florida | weigela | shrub | 5.5–7.5 | FP | one flush | medium | moderate | | organic | M
Loropetalum chinense | fringe flower; loropetalum | shrub \
    | 4.5–6.5 | FP | two flushes | medium | sensitive | aek | bark | M
Lagerstroemia indica | crape myrtle; crepe myrtle | tree \
    | 5.0–6.5 | F | all season | medium | moderate | | organic | M
Nerium oleander | oleander | shrub | 5.0–8.3 | F | all season | medium | tolerant | e | organic | M
Plumbago auriculata | leadwort; plumbago | shrub | 5.5–6.8 | F | all season | medium | moderate | t | organic | M
Ixora coccinea | jungle flame; ixora | shrub | 5.0–6.0 | F | all season | medium | sensitive | aekt | bark | M
Banksia integrifolia | coast banksia | shrub | 5.0–6.5 | F | two flushes | low | sensitive | edkt | gravel | M
Protea cynaroides | king protea | shrub | 4.5–6.0 | F | two flushes | low | sensitive | edkt | gravel | M
Abelia × grandiflora | abelia; glossy abelia | shrub | 5.5–7.0 | FP | all season | low | moderate | e | organic | M
Rhaphiolepis indica | rhaphiolepis | shrub | 5.5–7.5 | F | one flush | low | tolerant | e | organic | M
Murraya paniculata | orange jessamine; murraya | hedging \
    | 5.5–7.0 | FP | all season | medium | sensitive | etk | organic | M
Duranta erecta | golden dewdrop; duranta | shrub | 5.5–7.5 | F | all season | medium | moderate | et | organic | M
Acacia dealbata | silver wattle; mimosa | tree | 5.0–7.0 | F | two flushes | low | moderate | e | organic | M
Eucalyptus gunnii | cider gum; eucalyptus; gum tree | tree \
    | 5.0–7.0 | F | two flushes | low | moderate | e | organic | M
Cycas revoluta | sago cycad; cycad; sago palm | palm | 5.5–7.0 | FP | one flush | medium | moderate | ekt | bark | M
Dypsis lutescens | golden cane palm | palm | 5.5–7.0 | FP | all season | medium | sensitive | ekt | organic | M
Plumeria rubra | frangipani; plumeria | tree | 6.0–7.0 | F | all season | medium | moderate | t | organic | M
Cordyline australis | cabbage tree; cordyline | shrub | 5.5–7.5 | FP | all season | low | tolerant | e | organic | M
Osmanthus × burkwoodii | osmanthus | shrub | 5.5–7.5 | FP | one flush | low | moderate | e | organic | M
Mahonia aquifolium | holly-leaved barberry; mahonia | shrub \
    | 5.5–7.5 | PS | one flush | low | moderate | e | organic | M
Choisya ternata | orange blossom bush; choisya | shrub | 5.5–8.0 | FP | two flushes | low | moderate | e | organic | M
Aucuba japonica | spotted laurel; aucuba | shrub | 5.5–7.5 | PS | one flush | low | moderate | e | organic | M
Fatsia japonica | paper plant; fatsia | shrub | 5.5–7.0 | PS | one flush | medium | moderate | e | organic | M
Cotinus coggygria | smoke bush; smoke tree | shrub | 5.5–8.0 | F | one flush | low | moderate | | organic | M
Hamamelis × intermedia | witch hazel | shrub | 5.0–6.5 | FP | one flush | low | sensitive | k | bark | M
Daphne odora | winter daphne; daphne | shrub | 5.5–7.0 | P | one flush | low | sensitive | e | bark | M
Deutzia gracilis | deutzia | shrub | 6.0–7.5 | FP | one flush | low | moderate | | organic | M
Kerria japonica | kerria | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Ribes sanguineum | flowering currant | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Ribes nigrum | blackcurrant; currant | fruit | 6.0–7.0 | FP | one flush | medium | sensitive | | organic | M
Rubus idaeus | raspberry | fruit | 5.6–6.5 | F | one flush | medium | sensitive | k | organic | M
Vitis vinifera | grape vine; grape; vine; grapevine | fruit | 6.0–7.5 | F | one flush | low | moderate | | organic | M
Chaenomeles speciosa | flowering quince | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Pyracantha coccinea | firethorn | hedging | 5.5–7.5 | FP | two flushes | low | moderate | e | organic | M
Potentilla fruticosa | shrubby cinquefoil | shrub | 6.0–8.0 | F | all season | low | tolerant | | organic | M
Perovskia atriplicifolia | blue spire sage; perovskia | shrub \
    | 6.0–8.0 | F | all season | low | tolerant | d | gravel | M
Lantana camara | lantana | shrub | 5.5–7.5 | F | all season | low | tolerant | t | organic | M
Lonicera nitida | box honeysuckle | hedging | 5.5–8.0 | FP | two flushes | medium | moderate | e | organic | M
Lonicera periclymenum | honeysuckle; woodbine | climber | 5.5–7.5 | FP | two flushes | low | moderate | | organic | M
Jasminum officinale | jasmine | climber | 6.0–7.5 | FP | two flushes | low | moderate | | organic | M
Passiflora caerulea | passion flower; passionflower | climber \
    | 6.0–7.5 | F | all season | low | moderate | t | organic | M
Parthenocissus quinquefolia | five-leaved creeper | climber \
    | 5.5–7.5 | FPS | one flush | low | tolerant | | organic | M
Lavandula stoechas | butterfly lavender | shrub | 6.0–7.5 | F | two flushes | low | moderate | ecd | gravel | M
Salvia officinalis | garden sage; sage | shrub | 6.0–8.0 | F | two flushes | low | moderate | ed | gravel | M
Thymus vulgaris | common thyme; thyme | shrub | 6.0–8.0 | F | two flushes | low | moderate | ed | gravel | M
Prunus domestica | plum; damson; greengage | fruit | 6.0–7.0 | F | one flush | medium | sensitive | | organic | M
Prunus persica | peach; nectarine | fruit | 6.0–7.0 | F | one flush | medium | sensitive | k | organic | M
Prunus armeniaca | apricot | fruit | 6.5–7.5 | F | one flush | low | sensitive | | organic | M
Prunus dulcis | almond | fruit | 6.0–8.0 | F | one flush | medium | sensitive | | organic | M
Cydonia oblonga | quince | fruit | 6.0–7.0 | F | one flush | low | moderate | k | organic | M
Mespilus germanica | medlar | fruit | 6.0–7.5 | F | one flush | low | moderate | | organic | M
Morus alba | mulberry | fruit | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Diospyros kaki | persimmon | fruit | 6.0–7.0 | F | one flush | low | sensitive | | organic | M
Punica granatum | pomegranate | fruit | 5.5–7.5 | F | all season | low | tolerant | | organic | M
Persea americana | avocado | fruit | 5.5–6.8 | F | two flushes | medium | sensitive | ekt | organic | M
Mangifera indica | mango | fruit | 5.5–7.0 | F | two flushes | low | sensitive | et | organic | M
Carica papaya | papaya; pawpaw | fruit | 5.5–7.0 | F | all season | high | sensitive | et | organic | M
Juglans regia | walnut | tree | 6.0–7.5 | F | one flush | low | sensitive | | organic | M
Castanea sativa | sweet chestnut; chestnut | tree | 5.0–6.5 | F | one flush | low | sensitive | k | organic | M
Carya illinoinensis | pecan | tree | 6.0–7.0 | F | one flush | medium | sensitive | k | organic | M
Macadamia integrifolia | macadamia | tree | 5.0–6.5 | F | two flushes | low | sensitive | ekt | organic | M
Ribes uva-crispa | gooseberry | fruit | 6.0–7.0 | FP | one flush | medium | sensitive | | organic | M
Acer pseudoplatanus | sycamore | tree | 6.0–7.5 | FP | one flush | low | moderate | | organic | M
Populus tremula | aspen; poplar | tree | 5.0–7.0 | F | one flush | low | moderate | | organic | M
Salix alba | white willow; willow | tree | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Alnus glutinosa | alder | tree | 5.0–7.0 | FP | one flush | low | moderate | | organic | M
Malus sylvestris | crab apple; crabapple | tree | 5.5–7.0 | F | one flush | low | moderate | | organic | M
Cercis canadensis | redbud | tree | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Liriodendron tulipifera | tulip tree | tree | 5.5–6.5 | F | one flush | low | sensitive | k | organic | M
Catalpa bignonioides | catalpa; bean tree | tree | 5.5–7.5 | F | one flush | low | moderate | | organic | M
Robinia pseudoacacia | false acacia; locust tree | tree | 5.0–8.0 | F | one flush | low | tolerant | | organic | M
Gleditsia triacanthos | honey locust | tree | 6.0–8.0 | F | one flush | low | tolerant | | organic | M
Jacaranda mimosifolia | jacaranda | tree | 5.5–7.0 | F | one flush | low | moderate | t | organic | M
Melaleuca linariifolia | paperbark; melaleuca | tree | 5.0–7.0 | F | two flushes | low | moderate | e | organic | M
Leptospermum scoparium | tea tree; manuka | shrub | 5.0–6.5 | F | one flush | low | moderate | ek | organic | M
Larix decidua | larch | conifer | 5.0–6.5 | F | conifer flush | low | sensitive | n | organic | M
Cupressus × leylandii | hybrid cypress; leylandii | hedging \
    | 5.5–7.5 | F | conifer flush | medium | moderate | en | organic | M
Cupressus sempervirens | pencil cypress | conifer | 6.0–8.0 | F | conifer flush | low | moderate | en | organic | M
Euonymus alatus | burning bush; winged spindle | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Hibiscus syriacus | tree mallow hibiscus; hardy hibiscus; althea | shrub \
    | 5.5–7.5 | F | all season | low | moderate | | organic | M
Rhus typhina | sumac | shrub | 5.0–7.5 | F | one flush | low | tolerant | | organic | M
Sambucus nigra | elder; elderberry | shrub | 5.5–7.5 | FP | one flush | low | moderate | | organic | M
Physocarpus opulifolius | ninebark | shrub | 5.0–7.5 | FP | one flush | low | moderate | | organic | M
Amelanchier lamarckii | serviceberry; snowy mespilus; juneberry | shrub \
    | 4.8–6.5 | FP | one flush | low | sensitive | k | organic | M
Ilex verticillata | winterberry | shrub | 4.5–6.0 | FP | one flush | low | sensitive | ak | bark | M
Ilex glabra | inkberry | shrub | 4.5–6.0 | FP | one flush | low | moderate | aek | bark | M
Sarcococca confusa | sweet box; winter box | shrub | 6.0–7.5 | PS | one flush | low | moderate | e | organic | M
Tamarix ramosissima | tamarisk | shrub | 6.0–8.5 | F | one flush | low | tolerant | | gravel | M
Hippophae rhamnoides | sea buckthorn | shrub | 6.0–8.0 | F | one flush | low | tolerant | | gravel | M
Paeonia × suffruticosa | tree peony | shrub | 6.5–7.5 | FP | spring burst | medium | moderate | c | organic | M
Correa alba | correa | shrub | 5.5–7.5 | FP | two flushes | low | tolerant | edt | gravel | M
Hakea laurina | pincushion hakea; hakea | shrub | 5.5–7.0 | F | two flushes | low | sensitive | edkt | gravel | M
Leucadendron salignum | cone bush; leucadendron | shrub \
    | 4.5–6.5 | F | two flushes | low | sensitive | edkt | gravel | M
Codiaeum variegatum | croton | shrub | 5.0–6.5 | FP | all season | medium | sensitive | et | organic | M
Allamanda cathartica | golden trumpet; allamanda | climber \
    | 5.5–6.5 | F | all season | medium | sensitive | et | organic | M
Mandevilla × amabilis | mandevilla | climber | 5.5–6.8 | FP | all season | medium | sensitive | et | organic | M
Campsis radicans | trumpet creeper; trumpet vine | climber | 5.5–7.5 | F | all season | low | moderate | | organic | M
Hydrangea petiolaris | climbing hydrangea | climber | 5.0–7.0 | PS | one flush | low | sensitive | | organic | M
Parthenocissus tricuspidata | three-leaved creeper | climber \
    | 5.5–7.5 | FPS | one flush | low | tolerant | | organic | M
Dracaena marginata | dragon tree; dracaena | shrub | 6.0–7.0 | P | all season | low | sensitive | et | organic | M
Camellia sasanqua | autumn camellia; sasanqua | shrub | 5.0–6.5 | FP | one flush | low | sensitive | aek | bark | L
Podocarpus macrophyllus | podocarpus; yew plum | hedging \
    | 5.5–7.0 | FP | two flushes | low | moderate | e | organic | M
Parkinsonia florida | blue palo verde | tree | 6.5–8.5 | F | two flushes | low | tolerant | dt | gravel | M
Prosopis velutina | velvet mesquite | tree | 6.5–8.5 | F | two flushes | low | tolerant | d | gravel | M
Chilopsis linearis | desert willow | tree | 6.5–8.5 | F | two flushes | low | moderate | d | gravel | M
Metrosideros excelsa | pohutukawa | tree | 5.5–7.5 | F | two flushes | low | tolerant | et | organic | M
Phoenix dactylifera | date palm | palm | 6.5–8.5 | F | warm season | medium | tolerant | ect | organic | M
Phoenix roebelenii | pygmy date palm | palm | 5.5–7.0 | FP | warm season | medium | moderate | ectk | organic | M
Tecoma stans | yellow bells | shrub | 6.0–8.0 | F | warm season | medium | moderate | et | organic | M
"""
