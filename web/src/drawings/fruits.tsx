import { disc, drawAll, leafTo } from './strokes';

const stalk = ':M60 98V70';
const berry = (x: number, y: number, r = 8) => `here:${disc(x, y, r)}`;
const petal = (tip: string, back: string) => `fill:M60 94C20 80 16 40 ${tip}C${back} 60 94Z`;
const winged = (grains: string, edge = 'M60 92C18 84 14 34 60 8C106 34 102 84 60 92Z') => `fill:${edge}|${grains}`;
const star = (r: number) =>
  `M${[0, 1, 2, 3, 4, 5, 6, 7, 8, 9]
    .map((i) => {
      const a = (Math.PI * i) / 5 - Math.PI / 2;
      const d = i % 2 ? r * 0.4 : r;
      return `${60 + d * Math.cos(a)} ${24 + d * Math.sin(a)}`;
    })
    .join('L')}Z`;

/** Drawings of flowers, fruits and seeds. */
export const fruitParts = drawAll({
  inflorescence: {
    head: `:M60 96V50|fill:M24 50C24 14 96 14 96 50Z|here:M24 50H96C92 64 28 64 24 50Z|fine:M34 44V30M44 40V22M54 38V18M66 38V18M76 40V22M86 44V30`,
    'flat-cluster': `:M60 96V72M60 84L28 40M60 76L46 36M60 72V34M60 76L76 36M60 84L94 40|fill:${disc(26, 34, 8)}${disc(44, 30, 8)}${disc(60, 28, 8)}${disc(78, 30, 8)}${disc(96, 34, 8)}`,
    whorls: `:M60 96V6|fill:${leafTo(60, 72, -44, 6)}${leafTo(60, 72, 44, 6)}${leafTo(60, 38, -40, 6)}${leafTo(60, 38, 40, 6)}|here:${disc(46, 66, 6)}${disc(54, 62, 6)}${disc(66, 62, 6)}${disc(74, 66, 6)}${disc(48, 32, 6)}${disc(56, 28, 6)}${disc(64, 28, 6)}${disc(72, 32, 6)}`,
    spadix: ':M60 98V78|fill:M52 78C30 50 40 16 66 2C92 22 92 60 68 78Z|here:M56 76V34C56 24 66 24 66 34V76Z',
    club: ':M60 98V68M60 2V16|here:M48 18C48 12 72 12 72 18V64C72 70 48 70 48 64Z|:M36 98C32 70 34 40 44 14M84 98C88 72 86 50 80 30',
    bunch: `:M14 8H60C64 30 62 60 60 92M60 30L44 36M61 44L78 50M61 58L44 64M60 72L74 78|fill:${disc(40, 38, 7)}${disc(82, 52, 7)}${disc(40, 66, 7)}${disc(78, 80, 7)}${disc(60, 90, 6)}`,
  },
  'flower-form': {
    hood: 'fill:M30 66C20 20 60 4 84 22C100 36 96 56 88 62C76 50 66 56 60 70C50 62 40 60 30 66Z|here:M60 70C66 56 78 54 88 62C84 78 70 84 60 70Z|:M34 68C36 84 48 92 58 96',
    heads: `fill:${disc(60, 46, 18)}|:M60 96V64|paper:M60 28L54 6H66ZM73 33L86 14L94 24ZM78 46L102 42V54ZM73 59L92 72L82 80ZM47 59L28 72L38 80ZM42 46L18 42V54ZM47 33L34 14L26 24Z|solid:M54 42h3v3h-3zM62 40h3v3h-3zM58 50h3v3h-3zM66 48h3v3h-3z`,
    pea: 'fill:M60 40C30 40 24 4 60 6C96 4 90 40 60 40Z|here:M52 44C30 50 30 80 48 84C54 76 58 62 58 48Z|paper:M62 48C66 70 78 86 90 84C98 66 84 48 62 44Z|:M60 40L48 96',
    star: `fill:M60 50L50 14L60 4L70 14ZM60 50L86 22L98 26L94 38ZM60 50L96 66L98 78L86 80ZM60 50L70 86L60 98L50 86ZM60 50L34 80L22 78L24 66ZM60 50L26 38L22 26L34 22Z|here:${disc(60, 50, 7)}`,
    spurred: `fill:M60 60L28 40L34 14L56 30ZM60 60L92 40L86 14L64 30ZM60 60L44 92L76 92Z|here:M44 40H76V58C76 66 44 66 44 58Z|fine:M50 40V58M56 40V60M64 40V60M70 40V58`,
  },
  'petal-tip': {
    whole: petal('60 8', '104 40 100 80'),
    notched: petal('42 12L60 30L78 12', '104 40 100 80'),
    split: 'fill:M60 94C30 76 22 30 40 8C54 24 58 60 60 82C62 60 66 24 80 8C98 30 90 76 60 94Z',
  },
  'fruit-type': {
    'stone-fruit': `:M60 22V2|fill:${disc(60, 58, 36)}|fill:M60 40C76 44 76 72 60 78C44 72 44 44 60 40Z`,
    aggregate: `:M60 22V4|fill:${disc(46, 36, 11)}${disc(66, 34, 11)}${disc(82, 46, 11)}${disc(38, 54, 11)}${disc(58, 52, 11)}${disc(76, 64, 11)}${disc(50, 72, 11)}${disc(64, 84, 11)}`,
    pod: ':M20 96L34 76|fill:M34 76C40 40 70 20 104 8C98 44 66 70 34 76Z|fine:M48 64a5 5 0 1 0 2 2zM62 50a5 5 0 1 0 2 2zM76 36a5 5 0 1 0 2 2z',
    nutlet: ':M60 98V80|fill:M60 10C84 34 84 66 60 82C36 66 36 34 60 10Z|:M60 10V82',
    plumed:
      ':M60 92V52|fill:M54 72H66L60 96Z|fine:M60 52L28 30M60 52L40 18M60 52L52 12M60 52L68 12M60 52L80 18M60 52L92 30M28 30l-6-2M40 18l-4-6M52 12l-2-8M68 12l2-8M80 18l4-6M92 30l6-2',
    hip: ':M60 20V2|fill:M60 20C88 24 92 70 70 86H50C28 70 32 24 60 20Z|fill:M50 86L44 98L56 92L60 98L64 92L76 98L70 86Z|paper:M50 44h6v8h-6zM62 40h6v8h-6zM54 60h6v8h-6zM66 56h6v8h-6z',
    winged:
      ':M60 6V18|fill:M54 26C46 20 54 14 60 18C50 40 34 70 14 88C14 66 34 36 54 26ZM66 26C74 20 66 14 60 18C70 40 86 70 106 88C106 66 86 36 66 26Z|fine:M44 40L24 74M76 40L96 74',
    cone: `:M60 20V2|fill:M60 20C68 20 70 28 70 34H50C50 28 52 20 60 20Z|fill:M26 40C26 34 94 34 94 40V62C94 98 26 98 26 62Z|paper:M44 44C44 36 76 36 76 44V60C76 66 44 66 44 60Z`,
    spores:
      ':M60 98V6|fill:M60 84L22 70L60 66ZM60 58L22 44L60 40ZM60 84L98 70L60 66ZM60 58L98 44L60 40ZM60 32L34 20L60 14ZM60 32L86 20L60 14Z|solid:M40 72h4v4h-4zM76 72h4v4h-4zM40 46h4v4h-4zM76 46h4v4h-4zM46 22h4v4h-4zM70 22h4v4h-4z',
  },
  'fruit-calyx': {
    lantern: `:M60 14V2|fill:M60 14C90 18 104 52 84 76L60 98L36 76C16 52 30 18 60 14Z|fine:M60 14V98M60 14C76 30 80 60 66 92M60 14C44 30 40 60 54 92|here:${disc(60, 56, 16)}`,
    bare: `:M60 26V2|here:${disc(60, 60, 34)}`,
    'dry-star': `:M60 98V86|here:${disc(60, 56, 32)}|fill:${star(18)}`,
  },
  'umbel-fruit': {
    bristled:
      ':M60 98V84|fill:M60 14C80 30 80 70 60 84C40 70 40 30 60 14Z|:M46 34l-12-8M44 48l-14-3M45 62l-13 3M50 74l-9 9M74 34l12-8M76 48l14-3M75 62l13 3M70 74l9 9M60 14V4',
    'flat-oval':
      ':M60 98V88|paper:M60 8C96 20 96 76 60 88C24 76 24 20 60 8Z|fill:M60 20C80 30 80 68 60 78C40 68 40 30 60 20Z|fine:M60 20V78M52 30V68M68 30V68',
    'long-ribbed': ':M60 98V90|fill:M60 2C68 20 74 50 72 90H48C46 50 52 20 60 2Z|:M54 20V90M60 8V90M66 20V90',
  },
  'fruit-stand': {
    single: `:M20 6H100M60 6V50|${berry(60, 64, 14)}`,
    bunch: `:M20 6H100M60 6V88M60 30L46 36M60 30L74 36M60 52L46 58M60 52L74 58|here:${disc(42, 40, 8)}${disc(78, 40, 8)}${disc(42, 62, 8)}${disc(78, 62, 8)}${disc(60, 88, 8)}`,
    'flat-top': `:M60 96V66M60 66L24 36M60 66L42 34M60 66V34M60 66L78 34M60 66L96 36|here:${disc(22, 30, 8)}${disc(41, 27, 8)}${disc(60, 26, 8)}${disc(79, 27, 8)}${disc(98, 30, 8)}`,
    spike: `:M60 96V70|here:${disc(50, 66, 8)}${disc(68, 64, 8)}${disc(52, 50, 8)}${disc(68, 46, 8)}${disc(52, 34, 8)}${disc(68, 30, 8)}${disc(60, 16, 8)}`,
    joints: `:M60 96V4|fill:${leafTo(60, 74, 44, -20)}${leafTo(60, 40, -44, -20)}|here:${disc(54, 72, 7)}${disc(64, 82, 7)}${disc(66, 38, 7)}${disc(56, 50, 7)}`,
  },
  'seed-shape': {
    round: `here:${disc(60, 50, 32)}`,
    flat: 'here:M16 50C24 40 96 40 104 50C96 60 24 60 16 50Z|gone:M60 14V38M60 62V86',
    crescent: 'here:M76 12C24 14 24 86 76 88C50 74 50 26 76 12Z|fine:M66 20C40 30 40 70 66 80',
    pear: 'here:M60 6C68 24 92 50 84 74C78 94 42 94 36 74C28 50 52 24 60 6Z|fine:M60 30V76',
    'three-edged': 'here:M60 6L92 62L60 94L28 62Z|:M60 6V94',
    long: 'here:M56 4C64 20 70 76 62 96C50 80 48 24 56 4Z',
  },
  'dock-grains': {
    none: `${stalk}|${winged('fine:M60 80V20M60 60L36 40M60 60L84 40')}`,
    one: `${stalk}|${winged('here:M60 40C70 46 70 74 60 80C50 74 50 46 60 40Z')}`,
    'three-unequal': `${stalk}|${winged('here:M60 34C72 42 72 74 60 80C48 74 48 42 60 34ZM34 58C39 61 39 70 34 74C29 70 29 61 34 58ZM86 62C90 64 90 72 86 75C82 72 82 64 86 62Z')}`,
    'three-equal': `${stalk}|${winged('here:M60 40C68 46 68 70 60 76C52 70 52 46 60 40ZM36 44C44 50 44 70 36 76C30 70 30 50 36 44ZM84 44C90 50 90 70 84 76C76 70 76 50 84 44Z')}`,
  },
  'valve-edge': {
    smooth: `${stalk}|${winged('here:M60 40C70 46 70 74 60 80C50 74 50 46 60 40Z')}`,
    toothed: `${stalk}|${winged('here:M60 40C70 46 70 74 60 80C50 74 50 46 60 40Z', 'M60 92C44 90 34 82 28 72L10 74L24 62L6 56L24 50L12 36L30 40L28 22L42 28L60 8L78 28L92 22L90 40L108 36L96 50L114 56L96 62L110 74L92 72C86 82 76 90 60 92Z')}`,
  },
});
