import { leafPaths, outline } from './blade';
import { Missing, Part, type Shown, type Sizes } from './Part';
import { plantParts } from './plantParts';
import { leavesOf, type Pose, poseOf, type Standing } from './poses';
import { disc, inked, type Parts } from './strokes';

const parts: Parts = plantParts;

interface Props {
  shown: Shown;
  sizes?: Sizes;
  /** Whether it is a figure: what was not looked at is a broken outline with its name. */
  unknown?: boolean;
}

/** A fern's frond: its leaflets along both sides, toothed where they are divided again. */
function Frond({ at: [x, y, turn, length], divided }: { at: Standing; divided: boolean }) {
  const a = (turn * Math.PI) / 180;
  const leaflets = Array.from({ length: 11 }, (_, i) => 0.22 + 0.068 * i).flatMap((s) => {
    const [px, py] = [x + length * s * Math.cos(a), y + length * s * Math.sin(a)];
    const l = length * 0.27 * Math.sin(Math.PI * s ** 0.75) ** 0.8;
    return [-68, 68].map((d) =>
      outline({ shape: 'lance', margin: divided ? 'coarse-teeth' : undefined }, px, py, turn + d, Math.max(4, l)),
    );
  });
  return (
    <>
      <path className="fill fine" d={leaflets.join('')} />
      <path className="fine" d={`M${x} ${y}L${x + length * Math.cos(a)} ${y + length * Math.sin(a)}`} />
    </>
  );
}

function Leaf({ shown, sizes, at }: { shown: Shown; sizes: Sizes; at: Standing }) {
  if (shown['growth-form'] === 'fern') return <Frond at={at} divided={shown['leaf-division'] === 'twice'} />;
  const { blades, lines } = leafPaths(
    {
      shape: shown['leaf-shape'],
      margin: at[3] >= 24 ? shown['leaf-margin'] : undefined,
      kind: shown['leaf-veins'],
      lobed: shown['leaf-division'] === 'lobed',
      division: shown['leaf-division'],
      leaflets: sizes['leaflet-count'],
    },
    ...at,
  );
  return (
    <>
      {blades && <path className="fill fine" d={blades} />}
      <path className="fine" d={lines} />
    </>
  );
}

/** What a climber holds on by, along its stem up a trunk or a pole. */
function holds(climbing: string, woody: boolean): string {
  const at = woody
    ? [
        [87, 112],
        [86, 92],
        [94, 66],
        [90, 34],
        [92, 16],
      ]
    : [
        [46, 120],
        [50, 96],
        [51, 74],
        [50, 48],
      ];
  const reach = woody ? 10 : 8;
  const each = (of: (x: number, y: number) => string) => at.map(([x = 0, y = 0]) => of(x, y)).join('');
  switch (climbing) {
    case 'rootlets':
      return `fine:${each((x, y) => `M${x} ${y}l${reach} -3M${x} ${y + 4}l${reach} 0M${x} ${y + 8}l${reach} 3M${x} ${y + 2}l-${reach} -3M${x} ${y + 6}l-${reach} 2`)}`;
    case 'pads':
      return `fine:${each((x, y) => `M${x} ${y}l${reach} -5M${x} ${y}l${reach + 1} 2M${x} ${y}l${reach} 8`)}|solid:${each((x, y) => disc(x + reach, y - 5, 2) + disc(x + reach + 1, y + 2, 2) + disc(x + reach, y + 8, 2))}`;
    case 'tendrils':
      return `fine:${each((x, y) => `M${x} ${y}c6 -6 14 -8 16 -2c1 5 -6 6 -6 2c0 -3 4 -3 5 -1`)}`;
    case 'twining':
      return 'fine:';
    default:
      return '';
  }
}

const swords: Record<string, string> = {
  fan: 'fill:M46 150L52 122H68L74 150Z|fine:M52 150L56 124M60 150V122M68 150L64 124|paper:M86 152C92 144 110 144 116 152C110 160 92 160 86 152Z|fine:M94 152C97 149 105 149 108 152C105 155 97 155 94 152Z',
  stack: `fill:M50 150V118C50 114 70 114 70 118V150Z|fine:M55 150V124M65 150V124M60 150V130|paper:${disc(101, 150, 10)}|fine:${disc(101, 150, 6.5)}${disc(101, 150, 3)}`,
  apart: 'fine:M30 150l4 -3M46 150l4 -3M62 150l4 -3M78 150l4 -3',
};

/** What is seen on a stem that stands upright: blotches, hairs; nothing on other stems. */
const onStem: Record<string, Record<string, string>> = {
  'stem-blotches': {
    blotched: `solid:${[56, 68, 82, 98, 108, 122, 138].map((y, i) => disc(60 + (i % 2 ? 1 : -1), y, 2.4)).join('')}`,
    flushed: ':M58 100V146M62 100V146',
  },
  'stem-hair': {
    downy: `fine:${[50, 60, 78, 86, 102, 122, 140].map((y) => `M60 ${y}l-3 -1M60 ${y + 3}l3 -1`).join('')}`,
    'short-hairs': `fine:${[52, 62, 80, 102, 124, 142].map((y) => `M60 ${y}l-5 -2M60 ${y + 3}l5 -2`).join('')}`,
    bristly: `fine:${[52, 62, 80, 102, 124, 142].map((y) => `M60 ${y}l-9 -3M60 ${y + 4}l9 -3`).join('')}`,
    'one-line': `fine:${[50, 56, 62, 78, 84, 100, 106, 122, 140].map((y) => `M60 ${y}l4 -2`).join('')}`,
  },
};

/** What stands below an umbel and below its parts, in the box of the umbel. */
const belowUmbel: Record<string, Record<string, string>> = {
  'umbel-bracts': {
    several: 'fine:M60 54l-14 6M60 54l14 6M60 54l-8 12M60 54l8 12',
    feathered: 'fine:M60 54l-18 8M52 57l-2 6M46 60l0 6M60 54l18 8M68 57l2 6M74 60l0 6M60 54v16',
  },
  'umbel-bracteoles': {
    'all-round': 'fine:M18 26l-6 4M18 26l6 4M60 14l-6 4M60 14l6 4M102 26l-6 4M102 26l6 4',
    'outer-side': 'fine:M18 26l-10 6M38 18l-8 6M82 18l8 6M102 26l10 6',
    hanging: ':M18 26v18M14 26v14M38 18v18M60 14v18M82 18v18M102 26v18M106 26v14',
  },
};

/** A fern's young coil, in the midst of its fronds. */
const coil = 'M60 146C60 130 52 118 60 110C68 104 74 114 67 118C62 120 61 113 66 114';

/** A whole plant, in a box of 120 by 200: how it stands, what it holds on with, how its leaves, flowers and fruits stand, its root. */
export function Habit({ shown, sizes = {}, unknown = true }: Props) {
  const pose = poseOf(shown, sizes);
  const arranged = shown['leaf-arrangement'];
  const form = shown['growth-form'];
  const { climbing } = shown;
  const woody = form === 'woody-climber';
  const swordLike = shown['leaf-shape'] === 'narrow' && (arranged === 'basal' || arranged === undefined);
  return (
    <g className="calm">
      {pose.beside && <path className="fine beside" d={pose.beside} />}
      <Stems pose={pose} shown={shown} unknown={unknown} />
      {arranged === undefined && form !== 'fern' ? (
        unknown && <Missing name="leaves" x={16} y={134} d="M60 124C40 108 24 112 14 122M60 96C80 82 96 88 106 98" />
      ) : (
        <Part of="leaf-arrangement" state={arranged} bare>
          {leavesOf(pose, shown).map((at) => (
            <Leaf key={at.join()} shown={shown} sizes={sizes} at={at} />
          ))}
        </Part>
      )}
      {form === 'fern' && <path d={coil} />}
      {swordLike && (
        <Part of="leaf-bases" state={shown['leaf-bases']}>
          {inked(swords[shown['leaf-bases'] ?? ''] ?? '')}
        </Part>
      )}
      {pose.upright &&
        Object.entries(onStem).map(([of, states]) => (
          <Part key={of} of={of} state={shown[of]}>
            {inked(states[shown[of] ?? ''] ?? '')}
          </Part>
        ))}
      <Heads pose={pose} shown={shown} unknown={unknown} />
      {shown.root !== undefined ? (
        <Part of="root" state={shown.root} transform="translate(24 132) scale(0.6)">
          {parts.root?.[shown.root]}
        </Part>
      ) : unknown ? (
        <g transform="translate(24 132) scale(0.6)">
          <Missing name="root" x={100} y={70} d="M48 26C50 56 56 76 60 96C64 76 70 56 72 26" />
        </g>
      ) : (
        <path className="fine" d="M6 151H114" />
      )}
      <Part of="climbing" state={climbing}>
        {pose.beside && climbing && climbing !== 'none' ? inked(holds(climbing, woody)) : null}
        {!pose.beside && climbing !== 'none' && (
          <g transform="translate(-6 148) scale(0.3)">{parts.climbing?.[climbing ?? '']}</g>
        )}
      </Part>
    </g>
  );
}

function Stems({ pose, shown, unknown }: { pose: Pose; shown: Shown; unknown: boolean }) {
  const form = shown['growth-form'];
  return (
    <>
      <Part of="posture" state={shown.posture} />
      <Part of="growth-form" state={form}>
        {pose.outline && <path className="fine" d={pose.outline} />}
        {pose.stems && <path strokeWidth={pose.stout} d={pose.stems} />}
        {form === 'fern' && <path className="fine" d="M52 149C56 145 64 145 68 149" />}
      </Part>
      {form === undefined &&
        pose.stems &&
        (unknown ? <path className="gone" d={pose.stems} /> : <path strokeWidth={pose.stout} d={pose.stems} />)}
    </>
  );
}

/** Flowers where they hang; fruits, where those alone are known. */
function Heads({ pose, shown, unknown }: { pose: Pose; shown: Shown; unknown: boolean }) {
  const fruiting = shown.inflorescence === undefined && shown['fruit-stand'] !== undefined;
  const of = fruiting ? 'fruit-stand' : 'inflorescence';
  const state = shown[of];
  if (state !== undefined)
    return pose.tips.map(([x, y, s]) => (
      <Part key={x} of={of} state={state} transform={`translate(${x - 60 * s} ${y - 94 * s}) scale(${s})`}>
        {parts[of]?.[state]}
        {state === 'umbel' &&
          Object.entries(belowUmbel).map(([below, states]) => (
            <Part key={below} of={below} state={shown[below]}>
              {inked(states[shown[below] ?? ''] ?? '')}
            </Part>
          ))}
      </Part>
    ));
  const [x, y, s] = pose.tips[0] ?? [60, 42, 0.45];
  return (
    unknown && (
      <g transform={`translate(${x - 60 * s} ${y - 94 * s}) scale(${s})`}>
        <Missing name="flowers" x={60} y={56} d="M30 50a30 30 0 1 1 60 0a30 30 0 1 1 -60 0Z" />
      </g>
    )
  );
}
