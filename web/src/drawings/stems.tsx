import { disc, drawAll, leafTo } from './strokes';

const twig = ':M60 96V4';
const pole = 'fill:M66 4H78V96H66Z';
const cane = 'fill:M48 4V96H72V4Z';
const upright = ':M20 92H100M60 92V24';
const pair = (y: number, s = 1) => `${leafTo(60, y, -34 * s, -12 * s)}${leafTo(60, y, 34 * s, -12 * s)}`;
/** Hairs so thick that the edge of a leaf is not seen. */
const felt = Array.from({ length: 11 }, (_, i) => {
  const t = (i + 0.6) / 11.2;
  const x = 33 * Math.sin(Math.PI * t) ** 0.8;
  const y = 8 + 84 * t;
  return [1, -1]
    .map((h) =>
      [0.35, 0.7, 1]
        .map((k) => `M${(60 + h * k * x).toFixed(1)} ${y.toFixed(1)}c${h * 4} -4 ${h * -2} -8 ${h * 6} -8`)
        .join(''),
    )
    .join('');
}).join('');

/** Hairs that stand on a bulb and end in a drop. */
const stings = [0.2, 0.4, 0.6, 0.8]
  .flatMap((t) => {
    const x = 33 * Math.sin(Math.PI * t) ** 0.8;
    const y = 8 + 84 * t;
    return [1, -1].map((h) => {
      const px = 60 + h * x;
      return `:M${px.toFixed(1)} ${y.toFixed(1)}l${h * 16} -4|solid:${disc(px + h * 2, y, 3)}`;
    });
  })
  .join('|');

const blade = leafTo(60, 92, 0, -82);

/** Drawings of stems, how they stand and hold on, buds, scars, winter twigs and roots. */
export const stemParts = drawAll({
  'growth-form': {
    'woody-climber': `${pole}|:M66 92C54 80 90 70 76 56C62 46 90 34 74 20M64 92C52 80 86 70 74 56C60 46 86 34 72 20|fill:${leafTo(56, 74, -30, -10)}${leafTo(88, 46, 26, -12)}`,
    'soft-climber': `fine:M57 98V2M63 98V2|:M60 96C88 88 88 74 60 68C32 62 32 48 60 42C86 36 84 22 62 16|fill:${leafTo(82, 80, 28, 6)}${leafTo(38, 56, -28, 4)}${leafTo(80, 30, 28, 4)}`,
    fern: ':M30 94C40 60 60 30 96 14M16 94H60|fill:M40 66L18 54L46 56ZM50 52L34 34L56 44ZM62 40L52 20L68 32ZM74 30L70 12L80 24ZM46 68L70 72L52 60ZM58 54L82 58L64 46ZM70 40L94 44L76 34ZM82 30L104 30L88 24Z',
  },
  'leaf-arrangement': {
    crosswise: `:M60 94V10|fill:${pair(76)}|here:${leafTo(60, 50, -14, -20)}${leafTo(60, 50, 14, 12)}|fill:${pair(28)}`,
  },
  'stem-section': {
    square: `fill:M28 18H92V82H28Z|fine:M40 30H80V70H40Z`,
    'half-moon': `fill:M14 40H106C104 76 84 88 60 88C36 88 16 76 14 40Z|fine:M24 48H96`,
    'three-edged': `fill:M60 10L108 86H12Z|fine:M60 30L90 78H30Z`,
  },
  'stem-core': {
    chambered: 'paper:M36 4H84V96H36Z|fill:M46 10H74V26H46ZM46 32H74V48H46ZM46 54H74V70H46ZM46 76H74V92H46Z',
  },
  posture: {
    upright: `${upright}|fill:${pair(78)}${pair(54, 0.8)}${pair(34, 0.6)}`,
    sprawling: `:M6 92H114M10 90C50 88 78 84 96 40|fill:${leafTo(34, 88, -6, -26)}${leafTo(58, 84, -2, -26)}${leafTo(82, 68, -24, -12)}${leafTo(96, 40, 4, -28)}`,
    creeping: `:M6 74H114M12 74C40 66 80 66 110 72|fine:M34 74V92M34 80l-6 8M34 80l6 8M66 74V92M66 80l-6 8M66 80l6 8M96 74V90|fill:${leafTo(34, 70, -6, -34)}${leafTo(66, 69, 2, -34)}${leafTo(96, 71, 8, -32)}`,
    leaning: `:M86 96V8M20 94C50 80 70 60 84 30|fill:${leafTo(44, 78, -26, -18)}${leafTo(62, 62, -24, -20)}${leafTo(76, 46, -26, -18)}`,
    stemless: `:M10 92H110|fill:${leafTo(60, 92, -48, -20)}${leafTo(60, 92, -28, -52)}${leafTo(60, 92, 0, -66)}${leafTo(60, 92, 28, -52)}${leafTo(60, 92, 48, -20)}`,
  },
  climbing: {
    none: `${upright}|fill:${pair(70)}${pair(44, 0.8)}|:M20 92l10-6M90 92l-10-6`,
    twining: `${pole}|:M58 94C92 88 92 76 58 72M86 66C54 60 54 52 88 46M58 40C92 36 92 26 58 20|gone:M88 66C80 72 70 74 60 72`,
    tendrils: `${pole}|:M36 96V6M36 60C50 56 60 50 66 52C82 54 84 64 74 64C66 64 66 58 74 56M36 30C50 26 60 22 68 24C84 26 84 36 74 36`,
    pads: `fill:M84 4H112V96H84Z|:M30 96V6M30 56C46 50 56 44 60 40M60 40L78 24M60 40L80 40M60 40L78 56|here:${disc(80, 22, 5)}${disc(82, 40, 5)}${disc(80, 58, 5)}`,
    rootlets: `fill:M70 4H112V96H70Z|:M58 96V4|fine:M58 16l12-4M58 22l14-2M58 28l12 2M58 40l13-4M58 46l14 0M58 52l12 4M58 64l13-4M58 70l14 0M58 76l12 4M58 88l12-3M64 14l-2 12M65 40l-2 12M64 64l-2 12`,
  },
  'stem-skin': {
    smooth: cane,
    lenticels: `${cane}|solid:M52 14h8v3h-8zM62 24h8v3h-8zM51 36h8v3h-8zM61 48h8v3h-8zM53 58h8v3h-8zM62 70h8v3h-8zM52 82h8v3h-8z`,
    prickles: `${cane}|here:M48 14L34 24L48 28ZM72 34L86 44L72 48ZM48 56L34 66L48 70ZM72 74L86 84L72 88Z`,
    thorns: `${cane}|here:M48 30L10 18L48 40ZM72 58L110 44L72 68Z|fine:M24 22l-2-8M96 50l2-8`,
    shreds: `${cane}|:M52 6C48 30 44 40 40 52M58 10C56 40 50 60 46 80M66 6C70 30 74 44 80 58M62 30C64 60 70 76 76 92M44 40l-8 16`,
  },
  sap: {
    clear: `${cane}|:M40 50H80`,
    milky: `${cane}|:M40 40H80|paper:M68 44c0 22-16 22-16 0c0-6 8-14 8-14s8 8 8 14zM66 74c0 16-12 16-12 0c0-4 6-10 6-10s6 6 6 10z`,
    coloured: `${cane}|:M40 40H80|here:M68 44c0 22-16 22-16 0c0-6 8-14 8-14s8 8 8 14zM66 74c0 16-12 16-12 0c0-4 6-10 6-10s6 6 6 10z`,
    darkens: `${cane}|:M40 40H80|solid:M68 44c0 22-16 22-16 0c0-6 8-14 8-14s8 8 8 14zM66 74c0 16-12 16-12 0c0-4 6-10 6-10s6 6 6 10z`,
  },
  'stalk-groove': {
    deep: 'here:M18 22C18 100 102 100 102 22H82C82 66 38 66 38 22Z',
    shallow: 'here:M18 30C40 38 80 38 102 30C102 96 18 96 18 30Z',
  },
  root: {
    bulb: `:M8 22H112M60 4V26|paper:M60 26C92 34 98 78 60 88C22 78 28 34 60 26Z|fine:M60 30C78 44 78 72 60 84M60 30C42 44 42 72 60 84M60 34C66 50 66 70 60 82M52 88l-4 10M60 88V98M68 88l4 10`,
    corm: `:M8 22H112M60 4V34|fill:M30 56C32 34 88 34 90 56C92 84 28 84 30 56Z|fine:M36 80l-4 14M48 84l-2 12M60 84V98M72 84l2 12M84 80l4 14M34 50H86`,
    tuber: `:M8 18H112M60 4V22|fill:M60 22C48 34 26 52 28 82C38 92 46 70 60 26ZM60 22C56 44 50 72 58 96C68 94 66 50 62 24ZM60 22C72 34 94 52 92 82C82 92 74 70 60 26Z`,
  },
  'bud-skin': {
    silky:
      'fill:M60 10C84 34 84 70 60 92C36 70 36 34 60 10Z|fine:M46 40l-8-6M44 52l-9-4M45 64l-8-2M52 30l-7-7M60 26v-9M68 30l7-7M74 40l8-6M76 52l9-4M75 64l8-2M56 46l-3-7M64 56l3-7M58 70l-3-7',
  },
  'bud-form': {
    scaled:
      'fill:M60 8C84 30 84 66 60 82C36 66 36 30 60 8Z|:M60 8C50 40 44 60 42 66M60 8C70 40 76 60 78 66M44 48C54 60 66 60 76 48|paper:M50 80H70V98H50Z',
    beaked:
      'here:M60 2C64 26 72 44 72 60C72 74 66 80 60 80C54 80 48 74 48 60C48 44 56 26 60 2Z|:M60 4V80|paper:M52 80H68V98H52Z',
    naked:
      'here:M60 10C52 10 40 30 46 64C52 72 56 50 60 30C64 50 68 72 74 64C80 30 68 10 60 10Z|fine:M50 30l-6-3M48 44l-7-1M50 56l-6 2M70 30l6-3M72 44l7-1M70 56l6 2|paper:M52 68H68V98H52Z',
    spindle:
      'fill:M60 2C74 34 74 66 64 84H56C46 66 46 34 60 2Z|:M52 60L64 50M51 48L65 36M54 34L64 24M54 74L66 62|paper:M52 84H68V98H52Z',
    tiny: 'paper:M50 40H70V98H50Z|solid:M54 40C54 32 66 32 66 40ZM48 62a4 4 0 0 1 0 8zM72 80a4 4 0 0 1 0 8z',
  },
  'leaf-scar': {
    'small-u': `${cane}|here:M54 52C54 66 66 66 66 52H62C62 60 58 60 58 52Z|fill:${disc(60, 44, 5)}`,
    'large-round': `${cane}|here:${disc(60, 58, 13)}|fill:${disc(60, 36, 5)}|solid:M54 54h3v3h-3zM63 54h3v3h-3zM58 62h3v3h-3z`,
    shield: `${cane}|here:M48 46H72C72 64 66 74 60 78C54 74 48 64 48 46Z|fill:${disc(60, 38, 5)}|solid:M58 66h3v3h-3zM53 52h3v3h-3zM64 52h3v3h-3z`,
    line: `${cane}|here:M48 54C56 64 64 64 72 54V58C64 68 56 68 48 58Z|fill:${disc(60, 46, 5)}`,
  },
  'winter-leaves': {
    none: `${twig}|:M60 70L36 50M60 50L84 30M60 34L42 18|solid:${disc(36, 48, 3)}${disc(84, 28, 3)}${disc(42, 16, 3)}${disc(60, 4, 3)}`,
    green: `${twig}|here:${pair(78)}${pair(54)}${pair(30, 0.8)}|:M20 14V30M12 18L28 26M28 18L12 26`,
    dry: `${twig}|gone:M60 70L36 66M60 50L86 46|fill:M36 64C24 70 18 84 26 92C30 84 40 82 38 66ZM86 44C98 50 104 64 96 74C92 66 82 62 84 46Z|fine:M28 74L34 84M94 54L90 66`,
  },
  'dry-head': {
    umbels:
      ':M60 96V50M60 50L18 22M60 50L38 14M60 50V10M60 50L82 14M60 50L102 22M18 22l-6-6M18 22l2-8M38 14l-5-6M38 14l4-8M60 10l-4-6M60 10l4-6M82 14l-4-8M82 14l6-6M102 22l-2-8M102 22l7-5',
    'seed-spike': `:M60 96V60|solid:M60 4C70 16 72 30 70 40C74 48 72 58 66 64H54C48 58 46 48 50 40C48 30 50 16 60 4Z`,
    club: ':M60 96V66M60 4V18|solid:M50 20C50 14 70 14 70 20V62C70 68 50 68 50 62Z|:M40 96C36 70 36 40 42 10',
    capsules:
      ':M60 96V20M60 60L40 46M60 44L80 30|paper:M32 26H48L46 46H36ZM72 10H88L86 30H76ZM52 2H68L66 22H54Z|:M32 26L36 20L40 26L44 20L48 26M72 10L76 4L80 10L84 4L88 10',
    berries: `:M60 96V14M60 30L38 38M60 46L84 54M60 60L40 70|solid:${disc(36, 40, 7)}${disc(86, 56, 7)}${disc(38, 72, 7)}${disc(60, 12, 7)}`,
    plumes:
      ':M60 96V44|fine:M60 44C40 30 34 14 32 6M60 44C50 28 48 14 48 4M60 44V4M60 44C70 28 72 14 72 4M60 44C80 30 86 14 88 6M44 20l-8 2M50 14l-6 4M70 14l6 4M76 20l8 2M60 16l-4 4M60 16l4 4',
    burs: `:M60 96V56M60 76L36 60M60 76L86 62|here:${disc(60, 40, 15)}|:M60 25V16M49 29L42 22M71 29L78 22M45 40H36M75 40H84M49 51L42 58M71 51L78 58|fill:${disc(32, 56, 8)}${disc(90, 58, 8)}`,
  },
  'specimen-bud': {
    found: `${twig}|fill:${leafTo(60, 70, 46, -34)}|here:${disc(64, 58, 7)}`,
    'not-found': `gone:M60 96V4|fill:${leafTo(70, 76, 46, -34)}`,
  },
  'specimen-attached': {
    attached: `:M10 72H110|fill:${leafTo(60, 72, -20, -62)}${leafTo(60, 72, 22, -60)}|fine:M60 72C56 84 50 90 46 98M60 72C60 86 62 92 60 98M60 72C66 84 70 90 76 96`,
    picked: `:M10 92H110|fill:${leafTo(44, 70, -10, -58)}${leafTo(60, 68, 2, -62)}${leafTo(76, 70, 12, -56)}|:M36 70C52 78 70 78 86 70M52 76l-6 10M68 76l6 10`,
  },
  'specimen-climbing': {
    climbing: `${pole}|:M56 94C90 84 56 72 86 60C92 50 56 44 84 30C90 22 64 18 72 8`,
    standing: `${upright}|fill:${pair(62)}${pair(40, 0.7)}`,
    lying: `:M6 88H114M10 84C40 74 80 92 112 78|fill:${leafTo(34, 79, 0, -26)}${leafTo(66, 82, 4, -26)}${leafTo(94, 82, 8, -24)}`,
  },
  'specimen-shoot': {
    'full-grown': `:M10 92H110|here:M52 92V10H68V92Z|fine:M56 86V20M64 88V16`,
    'green-shoot': `gone:M10 92H110M60 92V66|:M60 66V24|fill:${leafTo(60, 60, -26, -14)}${leafTo(60, 48, 26, -14)}${leafTo(60, 28, 0, -22)}`,
  },
  'specimen-traced': {
    traced: `:M60 96V20M60 60L88 48|fill:${leafTo(60, 76, -40, -16)}|here:${disc(92, 46, 10)}|glow:M60 80V60L84 50`,
    'not-traced': `:M34 96V16|fill:${leafTo(34, 76, -26, -16)}${leafTo(34, 50, 26, -16)}|gone:M34 60L84 40|here:${disc(92, 38, 10)}`,
  },
  'leaf-margin': {
    spiny:
      'fill:M60 92C52 84 44 84 32 86C36 74 34 68 22 62C34 56 36 48 28 38C40 38 48 30 60 8C72 30 80 38 92 38C84 48 86 56 98 62C86 68 84 74 88 86C76 84 68 84 60 92Z|:M60 96V14',
    crisped:
      'fill:M60 92C46 88 58 80 44 76C34 72 52 64 42 58C34 52 52 46 44 40C38 34 56 28 60 8C64 28 82 34 76 40C68 46 86 52 78 58C68 64 86 72 76 76C62 80 74 88 60 92Z|:M60 96V14',
  },
  'leaf-veins': {
    parallel:
      'fill:M46 96C40 66 42 34 60 4C78 34 80 66 74 96Z|fine:M60 96V8M54 96C51 66 53 36 59 10M66 96C69 66 67 36 61 10M49 95C45 66 48 38 57 16M71 95C75 66 72 38 63 16',
  },
  'leaf-hair': {
    felted: `fill:${blade}|:M60 96V14|fine:${felt}`,
    stinging: `fill:${blade}|:M60 96V14|${stings}`,
    prickly: `fill:${blade}|:M60 96V14|here:M60 76L46 70L60 68ZM60 62L74 56L60 54ZM60 48L48 42L60 40ZM60 34L72 28L60 26Z`,
  },
  'leaf-attachment': {
    clasping: `:M60 96V4|here:M54 74C36 62 20 36 14 14C42 20 66 40 70 66C74 76 60 84 54 74Z`,
    papery: `:M60 96V4|fill:${leafTo(68, 58, 46, -30)}|:M60 66L70 58|here:M52 70L54 34L60 40L66 34L68 70Z`,
    'inside-edge': `fill:M60 8C92 8 104 40 96 62C88 84 74 78 60 70C46 78 32 84 24 62C16 40 28 8 60 8Z|here:${disc(60, 56, 5)}|:M60 56C64 76 60 88 56 98`,
    running: `:M52 4V96M68 4V96|here:M52 92C44 70 40 54 32 44C48 44 52 56 52 70ZM68 60C76 38 80 24 90 12C74 14 68 26 68 40Z`,
  },
  'leaf-division': {
    lobed:
      'fill:M60 92C56 80 48 80 34 84C38 72 30 68 14 64C28 56 32 50 26 34C40 40 48 40 46 18C54 24 58 24 60 8C62 24 66 24 74 18C72 40 80 40 94 34C88 50 92 56 106 64C90 68 82 72 86 84C72 80 64 80 60 92Z|:M60 98V14',
    three: `:M60 98V56M60 56L44 60M60 56L76 60|fill:${leafTo(60, 56, 0, -50)}${leafTo(44, 60, -38, -14)}${leafTo(76, 60, 38, -14)}`,
  },
  'leaf-shape': {
    narrow: 'fill:M56 96C50 60 54 30 60 4C66 30 70 60 64 96Z',
    lance: 'fill:M60 92C36 76 42 40 60 6C78 40 84 76 60 92Z',
    egg: 'fill:M60 92C24 84 24 36 60 12C96 36 96 84 60 92Z',
    round: 'fill:M60 84C44 92 14 78 18 48C22 18 98 18 102 48C106 78 76 92 60 84Z|:M60 98V84',
    heart: 'fill:M60 76C48 96 14 82 18 52C22 30 50 24 60 8C70 24 98 30 102 52C106 82 72 96 60 76Z|:M60 98V76',
    arrow: 'fill:M60 8C76 30 84 52 96 90C82 86 68 80 60 70C52 80 38 86 24 90C36 52 44 30 60 8Z|:M60 98V70',
    spoon: 'fill:M60 96C58 70 30 52 34 30C38 6 82 6 86 30C90 52 62 70 60 96Z',
    needle:
      ':M60 96V8M60 86L34 70M60 86L86 70M60 70L34 54M60 70L86 54M60 54L36 38M60 54L84 38M60 38L40 24M60 38L80 24M60 24L48 12M60 24L72 12',
  },
  'leaf-substance': {
    thin: `fill:M10 40C40 20 60 60 110 34C90 64 50 76 10 40Z|fine:M16 42C50 40 70 56 104 38`,
    leathery:
      'fill:M10 60C30 30 90 30 110 60L110 66C90 40 30 40 10 66Z|:M10 60C30 30 90 30 110 60M40 44l4-8M76 44l-4-8',
    fleshy:
      'here:M10 50C20 24 100 24 110 50C100 78 20 78 10 50Z|:M30 46C44 38 60 36 70 38|paper:M98 76c0 14-10 14-10 0c0-4 5-9 5-9s5 5 5 9z',
  },
  'leaf-under': {
    same: `fill:${leafTo(10, 78, 70, -56)}${leafTo(40, 92, 70, -56)}`,
    waxy: `fill:${leafTo(10, 78, 70, -56)}|paper:${leafTo(40, 92, 70, -56)}|:M60 76L78 62M70 82L88 66`,
    felt: `fill:${leafTo(10, 78, 70, -56)}|paper:${leafTo(40, 92, 70, -56)}|fine:M50 84l6 2M56 76l6 3M64 82l6 2M66 68l6 3M74 74l6 2M78 60l6 3M84 64l6 2M90 50l5 3M60 88l6 0M76 82l6 0M88 58l6 1`,
  },
  'leaves-to-stalk': {
    one: `:M10 90H110M40 90V56M80 90V60|fill:${leafTo(40, 60, -6, -52)}${leafTo(80, 64, 8, -52)}`,
    two: `:M10 90H110|fill:${leafTo(60, 74, -30, -62)}${leafTo(60, 66, 28, -58)}|here:M54 90C52 76 56 66 60 60C66 70 68 80 66 90Z`,
    rosette: `:M10 90H110|fill:${leafTo(60, 90, -46, -34)}${leafTo(60, 90, -22, -66)}${leafTo(60, 90, 6, -74)}${leafTo(60, 90, 30, -60)}${leafTo(60, 90, 48, -28)}`,
    along: `:M10 92H110M60 92V10|fill:${leafTo(60, 78, -36, -14)}${leafTo(60, 62, 36, -14)}${leafTo(60, 46, -32, -14)}${leafTo(60, 30, 30, -14)}`,
  },
  'leaf-bases': {
    fan: 'here:M8 50C20 42 32 42 40 50C32 58 20 58 8 50ZM32 50C44 40 56 40 64 50C56 60 44 60 32 50ZM56 50C68 40 80 40 88 50C80 60 68 60 56 50ZM82 50C92 42 104 42 112 50C104 58 92 58 82 50Z',
    stack: `here:${disc(60, 50, 42)}|fill:${disc(60, 50, 31)}|here:${disc(60, 50, 20)}|fill:${disc(60, 50, 10)}`,
    apart: `:M10 92H110|fill:${leafTo(24, 90, -6, -54)}${leafTo(52, 90, -4, -64)}${leafTo(78, 90, 4, -60)}${leafTo(102, 90, 6, -48)}`,
  },
  'leaf-snap': {
    snaps:
      'fill:M14 78C24 46 40 30 56 24L60 34L66 28C50 44 40 60 30 86ZM66 20C84 22 98 40 106 66C92 62 78 52 70 40L74 32Z|:M58 12l2-8M66 14l6-6M52 16l-6-6',
    tough: 'fill:M14 84C22 40 50 10 70 18C92 26 90 56 82 84L70 78C78 58 76 38 64 36C48 36 36 60 30 88Z',
  },
  'stalk-glands': {
    none: `fill:${leafTo(60, 62, 0, -56)}|:M60 98V62`,
    knobs: `fill:${leafTo(60, 62, 0, -56)}|:M60 98V62|here:${disc(53, 68, 5)}${disc(67, 68, 5)}`,
  },
  'leaf-section': {
    flat: 'here:M8 46H112V54H8Z',
    keeled: 'here:M8 26L60 70L112 26L112 36L60 82L8 36Z',
    pleated: 'here:M6 40L24 62L42 38L60 62L78 38L96 62L114 40L114 50L96 72L78 48L60 72L42 48L24 72L6 50Z',
    tube: `here:${disc(60, 50, 38)}|paper:${disc(60, 50, 28)}`,
    'half-round':
      'here:M10 34H110C108 68 88 82 60 82C32 82 12 68 10 34Z|paper:M28 42H44V56H30ZM52 42H68V58H52ZM76 42H92L90 56H76ZM40 62H56V74H48ZM64 62H80L72 74H64Z',
  },
});
