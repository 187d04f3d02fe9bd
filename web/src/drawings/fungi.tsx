import type { ReactNode } from 'react';
import { disc, drawAll, inked } from './strokes';

const cap = 'fill:M14 50C18 10 102 10 106 50Z';
const below = 'paper:M14 50H106C98 66 80 70 70 70H50C40 70 22 66 14 50Z';
const stalk = 'paper:M50 70V98H70V70Z';
const open = `${below}|${cap}|${stalk}`;
const head = 'fill:M60 6C84 6 92 34 84 62H36C28 34 36 6 60 6Z';
const wood = 'fill:M20 4H48V96H20Z|fine:M28 4V96M38 10V92';
/** The ridges between the pits of a morel's head, from its top to its foot, so many wide at the foot. */
const comb = (top: number, foot: number, half: number) => {
  const y = (t: number) => (top + t * (foot - top)).toFixed(1);
  const x = (k: number, t: number) => (60 + k * half * Math.sin(Math.PI * (0.12 + 0.72 * t)) ** 0.7).toFixed(1);
  const rib = (k: number) => [0.04, 0.28, 0.52, 0.76, 1].map((t) => `${x(k, t)} ${y(t)}`).join('L');
  const bar = (k: number, t: number) =>
    `M${x(k, t)} ${y(t)}Q${x(k + 0.33, t)} ${(Number(y(t)) + 5).toFixed(1)} ${x(k + 0.66, t)} ${y(t)}`;
  const rows = [0.2, 0.36, 0.52, 0.68, 0.84].flatMap((t, i) =>
    (i % 2 ? [-1, -0.33, 0.33] : [-0.66, 0]).map((k) => bar(k, t)),
  );
  return `:M${[-0.66, -0.33, 0, 0.33, 0.66].map(rib).join('M')}|fine:${rows.join('')}`;
};

/** A stalked head from the side, by what it is covered with. */
export function headed(cover: string | undefined): ReactNode {
  const folds =
    'M36 66C46 56 38 42 50 42C62 42 52 60 64 60C76 60 68 36 82 40M42 30C54 20 58 34 74 22M44 76C48 66 60 80 68 72C74 66 78 74 82 74';
  const how = { pits: comb(10, 78, 24), folds: `:${folds}` }[cover ?? ''];
  return inked(`fill:M60 10C88 10 96 46 84 78H36C24 46 32 10 60 10Z|${how ? `${how}|` : ''}paper:M48 78V126H72V78Z`);
}

/** So many gills on a piece of a cap, from its middle to its edge. */
const rays = (n: number) =>
  Array.from({ length: n }, (_, i) => {
    const across = (2 * (i + 1)) / (n + 1) - 1;
    return `M60 92L${(60 + 50 * across).toFixed(1)} ${(10 + 20 * across * across).toFixed(1)}`;
  }).join('');

const gillFan = (more: string) => `paper:M60 92L10 30C30 4 90 4 110 30Z|${more}`;

/** Drawings of a mushroom's parts that the figure of a plain capped one does not show. */
export const fungusParts = drawAll({
  underside: {
    pits: `${head}|${comb(6, 62, 24)}|paper:M48 62V96H72V62Z`,
    folds: `${head}|:M38 50C46 40 40 30 50 30C60 30 52 44 62 44C72 44 66 26 76 28M44 18C54 12 58 22 70 14M46 58C52 50 60 60 66 54C70 50 76 56 82 52|paper:M48 62V96H72V62Z`,
    smooth:
      'here:M12 26C40 38 80 38 108 26C98 52 76 60 70 96H50C44 60 22 52 12 26Z|fine:M30 40C40 50 50 60 54 80M90 40C80 50 70 60 66 80',
  },
  'stem-ring': {
    loose: `${cap}|paper:M52 50H68V98H52Z|here:M40 66C40 58 80 58 80 66V74C80 82 40 82 40 74Z|:M92 60V84M92 60l-4 6M92 60l4 6M92 84l-4-6M92 84l4-6`,
  },
  'stem-base': {
    collar:
      'paper:M50 70V104H70V70Z|here:M34 112C34 102 44 104 48 104H72C76 104 86 102 86 112C90 128 76 132 60 132C44 132 30 128 34 112Z|:M36 104H84',
    'scale-rings':
      'paper:M50 70V100H70V70Z|here:M50 100C38 104 36 120 44 128C52 133 68 133 76 128C84 120 82 104 70 100Z|:M42 106l5 4 5-4 5 4 6-4 5 4 5-4 5 4M40 116l5 4 5-4 5 4 6-4 5 4 5-4 6 4',
    rooting: 'paper:M50 70V96H70V70Z|here:M50 96C50 112 56 122 60 134C64 122 70 112 70 96Z|:M20 98H48M72 98H100',
  },
  'stem-inside': {
    chambered: `paper:M44 30C30 30 34 100 40 120H80C86 100 90 30 76 30Z|here:M46 40C54 36 56 60 48 66ZM62 36C74 36 72 56 62 54ZM44 76C56 72 54 96 46 98ZM60 66C76 64 78 92 64 92Z`,
  },
  'stem-surface': {
    velvety:
      'paper:M50 54V126H70V54Z|here:M50 84V126H70V84Z|fine:M52 88l-3-4M58 90l-3-5M64 88l-3-4M70 92l-3-5M52 100l-3-4M58 102l-3-5M64 100l-3-4M52 112l-3-4M58 114l-3-5M64 112l-3-4',
  },
  'cap-shape': {
    head: `here:M60 10C88 10 96 46 84 78H36C24 46 32 10 60 10Z|${comb(10, 78, 24)}|paper:M48 78V126H72V78Z`,
    shelf: 'fill:M18 10H40V126H18Z|here:M40 44C70 34 108 44 110 66C96 76 64 78 40 76Z|fine:M40 60C64 54 88 58 104 64',
    bush: 'here:M60 126C56 96 30 92 18 60C28 66 34 70 40 76C36 56 40 36 46 22C52 40 54 56 56 72C60 52 68 32 78 22C78 44 74 60 70 78C80 70 92 60 104 56C94 84 68 96 64 126Z',
  },
  'cap-surface': {
    slimy: `${cap}|:M40 22C48 16 60 14 66 15|solid:M30 50c0 12-8 12-8 0zM62 50c0 16-10 16-10 0zM92 50c0 10-8 10-8 0z|fine:M28 34C34 26 40 22 46 20`,
    grainy: `${cap}|solid:${[28, 40, 52, 64, 76, 88].flatMap((x, i) => [disc(x, 44 - (i % 2) * 3, 1.8), disc(x + 3, 32 - (i % 3), 1.8)]).join('')}${disc(54, 21, 1.8)}${disc(66, 20, 1.8)}`,
    shaggy: `fill:M38 68C36 30 46 10 60 10C74 10 84 30 82 68Z|:M44 30l-8 6 8 2M56 20l-6 7 8 1M70 24l6 7-8 1M80 40l8 7-9 1M44 46l-9 7 9 2M58 38l-6 8 8 1M68 48l7 8-9 1M48 60l-7 8 9 0M74 60l8 8-9 0`,
  },
  growth: {
    tiers: `${wood}|fill:M48 18C72 12 96 18 98 28C82 34 64 34 48 32ZM48 44C76 38 104 44 106 54C88 60 66 60 48 58ZM48 70C72 64 98 70 100 80C84 86 64 86 48 84Z`,
  },
  'flesh-texture': {
    brittle:
      'fill:M16 30H52L46 44L56 52L44 62L50 72H16ZM104 30H66L60 46L70 54L60 62L66 72H104Z|solid:M56 80h3v3h-3zM62 86h3v3h-3zM50 88h3v3h-3zM68 80h3v3h-3z',
    tough:
      'fill:M14 40C40 70 80 70 106 40L106 60C80 92 40 92 14 60Z|:M26 24C26 12 40 12 40 24M80 24C80 12 94 12 94 24M20 30L14 40M100 30L106 40',
  },
  'cut-section': {
    'no-cap':
      'paper:M60 118C50 90 22 88 18 60C16 34 40 20 60 20C80 20 104 34 102 60C98 88 70 90 60 118Z|fine:M60 110C58 80 40 70 32 52M60 110C60 80 58 60 56 36M60 110C62 80 76 70 86 52',
  },
  'gill-spacing': {
    crowded: gillFan(`fine:${rays(27)}`),
    close: gillFan(`:${rays(11)}`),
    wide: gillFan(`:${rays(4)}`),
  },
  'gill-form': {
    plain: gillFan(
      ':M60 92L18 26M60 92L38 14M60 92V10M60 92L82 14M60 92L102 26|fine:M28 18L36 34M49 11L52 26M71 11L68 26M92 18L84 34',
    ),
    forked: gillFan(':M60 92V62L48 38L30 16M48 38L50 10M60 62L72 38L92 16M72 38L70 10'),
    'cross-veined': gillFan(
      ':M60 92L22 24M60 92L44 12M60 92L76 12M60 92L98 24M34 40H50M42 54H78M50 28H68M72 42L86 40|glow:M60 92L44 12M60 92L76 12',
    ),
    melting: gillFan(
      ':M60 92L38 14M60 92V10M60 92L82 14|solid:M10 30C30 4 90 4 110 30L98 44C80 22 40 22 22 44ZM24 44c0 16-8 16-8 0zM46 34c0 18-8 18-8 0zM82 34c0 18-8 18-8 0zM104 44c0 14-8 14-8 0z',
    ),
    'no-gills': 'paper:M60 92L10 30C30 4 90 4 110 30Z|gone:M60 84L30 24M60 84V16M60 84L90 24',
    thick: gillFan('here:M60 92L24 22L34 16ZM60 92L56 10H66ZM60 92L88 16L98 22Z'),
    supple:
      'paper:M8 22H112V34H8Z|:M24 34C24 60 40 64 36 92M40 34C40 60 56 66 52 92M56 34C56 58 70 64 68 92M72 34C72 58 82 66 82 92M88 34V92M102 34V92|fill:M2 58C14 48 34 50 42 60C34 72 14 74 2 72Z|fine:M34 54C38 56 40 60 38 64',
  },
  'ring-under': {
    cogwheel: 'paper:M50 4H70V96H50Z|here:M26 50L36 40L46 48L60 38L74 48L84 40L94 50L84 60L74 54L60 64L46 54L36 60Z',
    'yellow-below':
      'paper:M50 4H70V96H50Z|fill:M30 40C46 32 74 32 90 40L82 60H38Z|solid:M40 58l4 6 4-6zM54 60l4 6 4-6zM70 59l4 6 4-6z',
    'lined-above':
      'paper:M50 4H70V96H50Z|here:M24 56C40 40 80 40 96 56C80 64 40 64 24 56Z|fine:M36 56L52 46M46 60L56 46M60 61V46M74 60L64 46M84 56L68 46',
    double: 'paper:M50 4H70V96H50Z|here:M28 40H92V48H28ZM34 56H86V64H34Z',
    plain: 'paper:M50 4H70V96H50Z|fill:M38 42C50 36 70 36 82 42L78 56C66 60 54 60 42 56Z',
  },
  'stem-place': {
    central: `fill:${disc(60, 50, 42)}|here:${disc(60, 50, 11)}|fine:M60 8V38M60 62V92M18 50H48M72 50H102`,
    'off-centre': `fill:${disc(60, 50, 42)}|here:${disc(84, 50, 11)}|fine:M73 50H18M78 41L60 10M78 59L60 90`,
    side: `fill:M96 20A42 42 0 1 0 96 80Z|here:M96 38H116V62H96Z|fine:M94 50H18M94 44L44 14M94 56L44 86`,
    none: `fill:${disc(60, 50, 42)}|fine:M60 14V86M24 50H96`,
  },
  'cap-hang': {
    'all-round':
      'paper:M60 6C88 6 94 40 82 62H38C26 40 32 6 60 6Z|fill:M60 16C80 16 82 44 74 60V96H46V60C38 44 40 16 60 16Z|glow:M38 62H48M72 62H82',
    'half-free':
      'paper:M60 6C86 6 94 40 96 66L80 58C78 44 76 36 70 34V96H50V34C44 36 42 44 40 58L24 66C26 40 34 6 60 6Z|glow:M48 36H52M68 36H72',
    free: 'paper:M60 6C92 10 100 50 100 76L88 72C86 44 78 22 66 18V96H54V18C42 22 34 44 32 72L20 76C20 50 28 10 60 6Z|glow:M56 16H64',
    'grown-in':
      'paper:M60 6C92 6 104 36 92 60C84 74 78 56 72 62V96H48V62C42 56 36 74 28 60C16 36 28 6 60 6Z|here:M40 24C50 22 50 40 40 42ZM62 18C76 18 74 36 62 36ZM66 44C80 42 82 54 70 56ZM46 46C58 46 56 58 48 58Z',
  },
  milk: {
    none: `${open}|:M20 60L36 52`,
    white: `${open}|paper:M40 66c0 18-12 18-12 0c0-5 6-12 6-12s6 7 6 12zM84 70c0 16-10 16-10 0c0-5 5-11 5-11s5 6 5 11z`,
    'white-changing': `${open}|paper:M40 66c0 18-12 18-12 0c0-5 6-12 6-12s6 7 6 12z|fill:M84 70c0 16-10 16-10 0c0-5 5-11 5-11s5 6 5 11z|:M46 86H70M64 80l6 6-6 6`,
    orange: `${open}|here:M40 66c0 18-12 18-12 0c0-5 6-12 6-12s6 7 6 12zM84 70c0 16-10 16-10 0c0-5 5-11 5-11s5 6 5 11z`,
    wine: `${open}|solid:M40 66c0 18-12 18-12 0c0-5 6-12 6-12s6 7 6 12zM84 70c0 16-10 16-10 0c0-5 5-11 5-11s5 6 5 11z`,
  },
  bootlaces: {
    seen: 'fill:M28 4H92V60H28Z|solid:M36 60C32 74 44 78 38 96H43C50 78 38 72 42 60ZM58 60C62 74 52 80 60 96H65C58 80 68 74 64 60ZM80 60C78 76 90 78 84 96H89C96 78 84 74 86 60Z|fine:M40 8V56M60 8V56M80 8V56',
    none: 'fill:M28 4H92V60H28Z|fine:M40 8V56M60 8V56M80 8V56|:M14 62H106',
  },
  'partner-tree': {
    conifer: 'fill:M60 4L84 34H72L94 62H26L48 34H36Z|:M60 62V96',
    broadleaf:
      'fill:M60 6C84 4 100 22 92 38C104 54 80 68 60 62C40 68 16 54 28 38C20 22 36 4 60 6Z|:M60 62V96M60 76L46 64',
    'birch-poplar':
      'fill:M60 4C74 18 80 46 72 66H48C40 46 46 18 60 4Z|paper:M54 66H66V96H54Z|:M54 74H60M60 84H66M54 92H58',
    none: ':M10 84H110|fine:M30 84V72M34 84L40 74M70 84V70M76 84L82 72|gone:M60 20V72',
  },
  'gill-peel': {
    slides:
      'fill:M14 30C30 6 90 6 106 30Z|here:M10 58C26 44 60 46 76 62C60 76 26 74 10 58Z|fine:M20 58H66M30 52L36 66M46 50L50 68|:M84 50H104M84 50l8-6M84 50l8 6',
    stays:
      'fill:M14 30C30 6 90 6 106 30Z|paper:M14 30H106C96 48 80 54 60 54C40 54 24 48 14 30Z|fine:M26 32L34 46M40 32L44 50M76 32L72 50|:M54 34L60 44L52 48L62 54M64 34L68 42L62 50',
  },
});

const parts: Record<string, Record<string, ReactNode>> = fungusParts;

/** The drawing of a part that a plain capped mushroom does not show; nothing for what it shows itself. */
export const fungusPart = (character: string, state: string | undefined): ReactNode =>
  state === undefined ? undefined : parts[character]?.[state];
