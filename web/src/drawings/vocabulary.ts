// Made from the shipped guide by `make guide`; do not change it by hand.

/** The states of every character that has states. */
export interface StatesOf {
  underside:
    | 'gills'
    | 'ridges'
    | 'pores'
    | 'teeth'
    | 'closed'
    | 'pits'
    | 'folds'
    | 'smooth';
  'gill-attachment':
    | 'free'
    | 'notched'
    | 'broad'
    | 'running-down';
  'gill-spacing':
    | 'crowded'
    | 'close'
    | 'wide';
  'gill-colour':
    | 'white'
    | 'yellow'
    | 'orange'
    | 'pink'
    | 'brown'
    | 'rust'
    | 'olive'
    | 'red'
    | 'grey'
    | 'violet'
    | 'green';
  'stem-ring':
    | 'none'
    | 'thin-band'
    | 'skirt'
    | 'cobweb'
    | 'loose';
  'stem-base':
    | 'plain'
    | 'narrowed'
    | 'swollen'
    | 'sac'
    | 'cord'
    | 'collar'
    | 'scale-rings'
    | 'rooting';
  'stem-inside':
    | 'solid'
    | 'stuffed'
    | 'hollow'
    | 'no-stem'
    | 'chambered';
  'stem-net':
    | 'none'
    | 'fine'
    | 'coarse';
  'stem-surface':
    | 'smooth'
    | 'fibrous'
    | 'shaggy'
    | 'banded'
    | 'netted'
    | 'dotted'
    | 'velvety';
  'stem-join':
    | 'breaks-clean'
    | 'joined'
    | 'flows'
    | 'no-stem';
  'cap-shape':
    | 'ball'
    | 'dome'
    | 'cone'
    | 'flat'
    | 'knob'
    | 'funnel'
    | 'head'
    | 'shelf'
    | 'bush';
  'cap-surface':
    | 'smooth'
    | 'fibrous'
    | 'velvety'
    | 'scaly'
    | 'cracked'
    | 'slimy'
    | 'shaggy'
    | 'grainy';
  'cap-patches':
    | 'none'
    | 'patches';
  'cap-margin':
    | 'even'
    | 'inrolled'
    | 'wavy'
    | 'grooved'
    | 'hung';
  'cap-colour':
    | 'white'
    | 'yellow'
    | 'orange'
    | 'red'
    | 'green'
    | 'brown'
    | 'grey'
    | 'black'
    | 'violet';
  growth:
    | 'singly'
    | 'troop'
    | 'tufted'
    | 'tiers';
  substrate:
    | 'woodland-soil'
    | 'grass'
    | 'wood';
  'flesh-change':
    | 'none'
    | 'bright-yellow'
    | 'dull-yellow'
    | 'blue'
    | 'pink-red'
    | 'brown'
    | 'black'
    | 'green';
  'flesh-texture':
    | 'soft'
    | 'fibrous'
    | 'firm'
    | 'hard'
    | 'brittle'
    | 'tough';
  'flesh-colour':
    | 'white'
    | 'yellow'
    | 'orange'
    | 'brown'
    | 'dark';
  'cut-section':
    | 'cap-and-stem'
    | 'even-white'
    | 'outline'
    | 'dark-marbled'
    | 'powdery'
    | 'no-cap';
  'ball-skin':
    | 'thin-soft'
    | 'thick-rind'
    | 'bag'
    | 'no-ball';
  'spore-print':
    | 'white'
    | 'ochre'
    | 'pink'
    | 'rust'
    | 'chocolate'
    | 'olive'
    | 'black'
    | 'green';
  scent:
    | 'faint'
    | 'apricot'
    | 'aniseed'
    | 'ink'
    | 'sickly'
    | 'rubber'
    | 'radish'
    | 'foul'
    | 'mealy'
    | 'spicy'
    | 'garlic';
  'gill-form':
    | 'plain'
    | 'forked'
    | 'cross-veined'
    | 'melting'
    | 'no-gills'
    | 'thick'
    | 'supple';
  'ring-under':
    | 'cogwheel'
    | 'yellow-below'
    | 'lined-above'
    | 'double'
    | 'plain';
  'stem-place':
    | 'central'
    | 'off-centre'
    | 'side'
    | 'none';
  'cap-hang':
    | 'all-round'
    | 'half-free'
    | 'free'
    | 'grown-in';
  milk:
    | 'none'
    | 'white'
    | 'white-changing'
    | 'orange'
    | 'wine';
  bootlaces:
    | 'seen'
    | 'none';
  'partner-tree':
    | 'conifer'
    | 'broadleaf'
    | 'birch-poplar'
    | 'none';
  'gill-peel':
    | 'slides'
    | 'stays';
  'pore-bruise':
    | 'none'
    | 'blue'
    | 'brown';
  'stem-colour':
    | 'white'
    | 'yellow'
    | 'red'
    | 'brown'
    | 'grey'
    | 'violet'
    | 'black';
  'tube-line':
    | 'red-line'
    | 'no-line';
  'crumb-taste':
    | 'mild'
    | 'bitter'
    | 'burning';
  'pore-taste':
    | 'mild'
    | 'bitter';
  'growth-form':
    | 'herb'
    | 'dwarf-shrub'
    | 'tree'
    | 'woody-climber'
    | 'soft-climber'
    | 'fern';
  habitat:
    | 'wet'
    | 'grassland'
    | 'tilled'
    | 'woodland'
    | 'heath';
  'leaf-arrangement':
    | 'basal'
    | 'alternate'
    | 'opposite'
    | 'whorled'
    | 'crosswise';
  'leaf-division':
    | 'simple'
    | 'fingered'
    | 'feathered'
    | 'twice'
    | 'lobed'
    | 'three';
  'leaf-margin':
    | 'entire'
    | 'fine-teeth'
    | 'round-teeth'
    | 'coarse-teeth'
    | 'cut'
    | 'spiny'
    | 'crisped';
  'leaf-veins':
    | 'net'
    | 'straight'
    | 'three-main'
    | 'parallel';
  'leaf-hair':
    | 'hairless'
    | 'downy'
    | 'short-hairs'
    | 'bristly'
    | 'felted'
    | 'stinging'
    | 'prickly';
  'leaf-attachment':
    | 'stalked'
    | 'winged-stalk'
    | 'sheathing'
    | 'sitting'
    | 'clasping'
    | 'papery'
    | 'inside-edge'
    | 'running';
  'leaf-slime':
    | 'slimy'
    | 'watery';
  'stem-section':
    | 'round'
    | 'grooved'
    | 'angled'
    | 'square'
    | 'half-moon'
    | 'three-edged';
  'stem-core':
    | 'solid'
    | 'pith'
    | 'hollow'
    | 'chambered';
  'stem-hair':
    | 'hairless'
    | 'downy'
    | 'short-hairs'
    | 'bristly'
    | 'one-line';
  'stem-blotches':
    | 'none'
    | 'flushed'
    | 'blotched';
  root:
    | 'taproot'
    | 'black-skinned'
    | 'fibrous'
    | 'creeping'
    | 'chambered'
    | 'woody'
    | 'bulb'
    | 'corm'
    | 'tuber';
  inflorescence:
    | 'single'
    | 'spike'
    | 'umbel'
    | 'coil'
    | 'catkin'
    | 'candle'
    | 'head'
    | 'flat-cluster'
    | 'whorls'
    | 'spadix'
    | 'club'
    | 'bunch';
  'flower-form':
    | 'open'
    | 'bell'
    | 'lipped'
    | 'thread'
    | 'hood'
    | 'heads'
    | 'pea'
    | 'star'
    | 'spurred';
  'flower-colour':
    | 'white'
    | 'pink-purple'
    | 'green'
    | 'yellow'
    | 'brown-violet'
    | 'blue'
    | 'red'
    | 'orange';
  'umbel-bracts':
    | 'none'
    | 'several'
    | 'feathered';
  'umbel-bracteoles':
    | 'all-round'
    | 'outer-side'
    | 'hanging'
    | 'none';
  'fruit-type':
    | 'berry'
    | 'dry-pair'
    | 'capsule'
    | 'four-nuts'
    | 'husk'
    | 'stone-fruit'
    | 'aggregate'
    | 'pod'
    | 'nutlet'
    | 'plumed'
    | 'hip'
    | 'winged'
    | 'cone'
    | 'spores';
  'fruit-calyx':
    | 'rim'
    | 'five-star'
    | 'four-leaves'
    | 'lantern'
    | 'bare'
    | 'dry-star';
  'umbel-fruit':
    | 'long-smooth'
    | 'round-wavy'
    | 'round-ribbed'
    | 'bristled'
    | 'flat-oval'
    | 'long-ribbed';
  'husk-spines':
    | 'dense-needles'
    | 'few-stout';
  'nut-tip':
    | 'tassel'
    | 'rounded';
  'bud-arrangement':
    | 'alternate'
    | 'opposite';
  'bud-skin':
    | 'sticky'
    | 'dry'
    | 'silky';
  'plant-scent':
    | 'faint'
    | 'parsley'
    | 'mousy'
    | 'unpleasant'
    | 'garlic'
    | 'aromatic'
    | 'sharp';
  posture:
    | 'upright'
    | 'sprawling'
    | 'creeping'
    | 'leaning'
    | 'stemless';
  climbing:
    | 'none'
    | 'twining'
    | 'tendrils'
    | 'pads'
    | 'rootlets';
  'stem-skin':
    | 'smooth'
    | 'lenticels'
    | 'prickles'
    | 'thorns'
    | 'shreds';
  sap:
    | 'clear'
    | 'milky'
    | 'coloured'
    | 'darkens';
  'inner-bark':
    | 'green-white'
    | 'yellow'
    | 'red';
  'pith-colour':
    | 'white'
    | 'brown';
  'stalk-groove':
    | 'deep'
    | 'shallow';
  'leaf-shape':
    | 'narrow'
    | 'lance'
    | 'egg'
    | 'round'
    | 'heart'
    | 'arrow'
    | 'spoon'
    | 'needle';
  'leaf-substance':
    | 'thin'
    | 'leathery'
    | 'fleshy';
  'leaf-under':
    | 'same'
    | 'waxy'
    | 'felt';
  'leaves-to-stalk':
    | 'one'
    | 'two'
    | 'rosette'
    | 'along';
  'leaf-bases':
    | 'fan'
    | 'stack'
    | 'apart';
  'leaf-snap':
    | 'snaps'
    | 'tough';
  'stalk-glands':
    | 'none'
    | 'knobs';
  'petal-tip':
    | 'whole'
    | 'notched'
    | 'split';
  'fruit-colour':
    | 'red'
    | 'orange'
    | 'blue-black'
    | 'white'
    | 'green'
    | 'brown';
  'fruit-stand':
    | 'single'
    | 'bunch'
    | 'flat-top'
    | 'spike'
    | 'joints';
  'seed-shape':
    | 'round'
    | 'flat'
    | 'crescent'
    | 'pear'
    | 'three-edged'
    | 'long';
  'dock-grains':
    | 'none'
    | 'one'
    | 'three-unequal'
    | 'three-equal';
  'valve-edge':
    | 'smooth'
    | 'toothed';
  'root-colour':
    | 'white'
    | 'yellow'
    | 'red'
    | 'brown';
  'bud-form':
    | 'scaled'
    | 'beaked'
    | 'naked'
    | 'spindle'
    | 'tiny';
  'leaf-scar':
    | 'small-u'
    | 'large-round'
    | 'shield'
    | 'line';
  'dry-head':
    | 'umbels'
    | 'seed-spike'
    | 'club'
    | 'capsules'
    | 'berries'
    | 'plumes'
    | 'burs';
  'leaf-section':
    | 'flat'
    | 'keeled'
    | 'pleated'
    | 'tube'
    | 'half-round';
  'winter-leaves':
    | 'none'
    | 'green'
    | 'dry';
  'fruit-bloom':
    | 'bloom'
    | 'dull'
    | 'shiny';
  'stalk-section':
    | 'round'
    | 'half-moon'
    | 'three-edged'
    | 'ribbed';
  'stalk-core':
    | 'solid'
    | 'hollow';
  stipules:
    | 'none'
    | 'pair'
    | 'tube'
    | 'spines';
  'side-veins':
    | 'arching'
    | 'to-edge'
    | 'lost';
  'coil-cover':
    | 'flakes'
    | 'scales'
    | 'hairs'
    | 'naked';
  'bulb-scent':
    | 'onion'
    | 'faint-bulb'
    | 'foul';
  'specimen-base':
    | 'dug-out-whole'
    | 'cut-off'
    | 'torn-off';
  'specimen-fresh':
    | 'fresh'
    | 'soaked'
    | 'dried'
    | 'frosted'
    | 'decayed';
  'specimen-whole':
    | 'whole'
    | 'damaged';
  'specimen-cut':
    | 'through-the-middle'
    | 'off-centre';
  'specimen-bud':
    | 'found'
    | 'not-found';
  'specimen-attached':
    | 'attached'
    | 'picked';
  'specimen-climbing':
    | 'climbing'
    | 'standing'
    | 'lying';
  'specimen-shoot':
    | 'full-grown'
    | 'green-shoot';
  'specimen-traced':
    | 'traced'
    | 'not-traced';
}
