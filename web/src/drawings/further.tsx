import { disc, drawAll, leafTo } from './strokes';

const bolete =
  'fill:M12 40C16 8 104 8 108 40Z|paper:M12 40H108C104 58 84 62 60 62C36 62 16 58 12 40Z|paper:M48 62H72V98H48Z';
const pores = 'fine:M22 46h3M34 46h3M84 46h3M96 46h3M28 53h3M90 53h3';
const halfBolete =
  'fill:M12 44C16 6 104 6 108 44H72V98H48V44Z|paper:M12 44H48V64C30 62 16 58 12 44ZM72 44H108C104 58 90 62 72 64Z|fine:M20 46V56M28 46V60M36 46V62M80 46V62M88 46V60M96 46V57';
const tongue = 'fill:M30 20C46 8 74 8 90 20C104 34 16 34 30 20Z|paper:M36 28C36 96 84 96 84 28Z|fine:M60 36V72';
const blade = `fill:M60 4C98 22 100 64 60 96C20 64 22 22 60 4Z|:M60 4V98`;
const fern = ':M60 98V62C60 30 96 30 94 56C92 76 68 72 72 56C74 48 84 50 82 58';
const cutBulb =
  'paper:M60 14C66 30 98 40 96 66C94 96 26 96 24 66C22 40 54 30 60 14Z|fine:M60 22C62 40 82 48 80 66C78 84 42 84 40 66C38 48 58 40 60 22M60 40C62 52 68 58 66 66C64 74 56 74 54 66C52 58 58 52 60 40';
const stalk = ':M20 98C24 76 30 60 40 46|';

/** Drawings of bruises, tastes, the feet and stalks of leaves, coils of ferns, the bloom on fruits and cut bulbs. */
export const furtherParts = drawAll({
  'pore-bruise': {
    none: `${bolete}|${pores}|fine:${disc(60, 50, 9)}`,
    blue: `${bolete}|${pores}|solid:${disc(60, 50, 9)}|:M60 92V84M40 84L50 66M80 84L70 66`,
    brown: `${bolete}|${pores}|here:${disc(60, 50, 9)}`,
  },
  'tube-line': {
    'red-line': `${halfBolete}|glow:M14 44H47M73 44H106`,
    'no-line': `${halfBolete}|:M14 44H47M73 44H106`,
  },
  'crumb-taste': {
    mild: `${tongue}|fine:M46 52C50 56 54 56 56 52M64 52C66 56 70 56 74 52`,
    bitter: `${tongue}|:M44 50L52 58L44 66M76 50L68 58L76 66`,
    burning: `${tongue}|here:M60 46C70 58 72 66 68 76C64 84 56 84 52 76C48 66 56 62 60 46Z`,
  },
  'pore-taste': {
    mild: `${tongue}|here:M44 44H76V54H44Z|fine:M48 54V60M56 54V60M64 54V60M72 54V60`,
    bitter: `${tongue}|here:M44 40H76V50H44Z|:M44 58L52 66L44 74M76 58L68 66L76 74`,
  },
  'umbel-bracts': {
    feathered:
      ':M60 94V56M60 56L18 26M60 56L38 18M60 56V14M60 56L82 18M60 56L102 26|here:M60 56L26 62L20 56L24 66L16 72L30 68L34 76L40 66ZM60 56L94 62L100 56L96 66L104 72L90 68L86 76L80 66Z',
  },
  'umbel-bracteoles': { none: ':M60 94V50M60 50L40 24M60 50V18M60 50L80 24|gone:M60 50L38 54M60 50L82 54' },
  'stem-hair': {
    'one-line':
      'paper:M46 2H74V98H46Z|:M60 8L68 12M60 20L68 24M60 32L68 36M60 44L68 48M60 56L68 60M60 68L68 72M60 80L68 84|fine:M60 2V98',
  },
  'fruit-bloom': {
    bloom: `:M60 24V4|here:${disc(60, 58, 34)}|paper:M36 40C48 30 66 32 72 40C66 50 46 52 36 40Z|fine:M44 70l4 4M56 78l4 4M72 72l4 4M80 56l4 4`,
    dull: `:M60 24V4|here:${disc(60, 58, 34)}`,
    shiny: `:M60 24V4|here:${disc(60, 58, 34)}|paper:M42 44C46 36 54 34 58 38C54 42 48 46 46 52Z|:M100 30L108 24M104 46H114M92 18L96 8`,
  },
  'stalk-section': {
    round: `${stalk}fill:${disc(76, 44, 30)}`,
    'half-moon': `${stalk}fill:M44 36C60 44 92 44 108 36C112 84 40 84 44 36Z`,
    'three-edged': `${stalk}fill:M76 10L110 70H42Z`,
    ribbed: `${stalk}fill:M76 12L84 20L96 18L98 30L108 36L102 46L108 58L96 62L92 74L80 70L70 78L62 70L50 70L50 58L42 50L50 40L46 28L58 26L64 16Z`,
  },
  'stalk-core': {
    solid: `${stalk}fill:M44 36C60 44 92 44 108 36C112 84 40 84 44 36Z|fine:M56 50h2M68 56h2M82 54h2M94 48h2M66 66h2M80 66h2`,
    hollow: `${stalk}fill:M44 36C60 44 92 44 108 36C112 84 40 84 44 36Z|paper:${disc(76, 56, 10)}`,
  },
  stipules: {
    none: `paper:M50 2H70V98H50Z|:M70 56L92 40|fill:${leafTo(92, 40, 24, -28)}`,
    pair: `paper:M50 2H70V98H50Z|:M70 56L92 40|fill:${leafTo(92, 40, 24, -28)}|here:${leafTo(70, 58, 26, 14)}${leafTo(70, 52, 10, -28)}`,
    tube: `paper:M50 2H70V98H50Z|:M72 56L92 40|fill:${leafTo(92, 40, 24, -28)}|here:M46 26L52 30L60 24L68 30L74 26V60H46Z`,
    spines: `paper:M50 2H70V98H50Z|:M70 56L92 40|fill:${leafTo(92, 40, 24, -28)}|here:M70 60L96 66L70 68ZM50 60L24 66L50 68Z`,
  },
  'side-veins': {
    arching: `${blade}|:M60 84C36 76 30 50 50 24M60 84C84 76 90 50 70 24M60 62C46 54 44 38 54 20M60 62C74 54 76 38 66 20`,
    'to-edge': `${blade}|:M60 84L38 70M60 84L82 70M60 64L30 48M60 64L90 48M60 44L34 28M60 44L86 28M60 26L48 16M60 26L72 16`,
    lost: `${blade}|:M60 80L42 66M60 80L78 66M60 52L40 40M60 52L80 40|fine:M42 66L36 56M42 66L48 54L40 40M78 66L84 56M78 66L72 54L80 40M48 54L60 52M72 54L60 52M40 40L46 28L56 24M80 40L74 28L64 24`,
  },
  'coil-cover': {
    flakes: `${fern}|here:M50 80L38 74L46 88ZM70 84L84 80L72 92ZM62 44L48 38L58 54ZM98 44L112 38L100 54Z|gone:M20 70L28 76M16 84L26 86`,
    scales: `${fern}|solid:M56 92l-10-6 8-2zM64 86l10-6-8-2zM56 76l-10-6 8-2zM64 70l10-6-8-2zM60 52l-12-2 8-6zM66 40l-10-8 12 2zM80 34l-2-12 8 8zM94 44l8-8 0 12zM94 60l12 0-8 6z`,
    hairs: `${fern}|fine:M60 90L44 86M60 82L76 78M60 74L44 70M60 66L76 62M61 56L46 50M64 46L52 36M72 38L66 24M84 36L86 22M92 44L106 36M94 56L110 58M88 66L98 78`,
    naked: `${fern}`,
  },
  'bulb-scent': {
    onion: `${cutBulb}|:M8 30C14 22 20 38 26 30M4 46C10 38 16 54 22 46M94 30C100 22 106 38 112 30`,
    'faint-bulb': `${cutBulb}|gone:M8 30C14 22 20 38 26 30`,
    foul: `${cutBulb}|:M6 26L20 40M20 26L6 40M100 26L114 40M114 26L100 40`,
  },
});
