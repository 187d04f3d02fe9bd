import type { ReactNode } from 'react';
import { around, leafOutline } from './shapes';

const leaf = (x: number, y: number, turn: number, size = 1): ReactNode => (
  <path
    key={`${x}-${y}-${turn}`}
    className="fill"
    transform={`translate(${x} ${y}) rotate(${turn}) scale(${size})`}
    d="M0 0C8 -8 22 -10 34 0C22 10 8 8 0 0Z"
  />
);

const blade = (edge: Parameters<typeof leafOutline>[0], more?: ReactNode): ReactNode => (
  <>
    <path className="fill" d={leafOutline(edge)} />
    <path d="M60 96V14" />
    {more}
  </>
);

const hairs = (length: number, every: number): ReactNode => (
  <>
    <path className="fill" d="M46 8V92H74V8" />
    <g className={length > 10 ? '' : 'fine'}>
      {Array.from({ length: Math.floor(80 / every) }, (_, i) => 12 + i * every).map((y) => (
        <path key={y} d={`M46 ${y}l${-length} ${-length * 0.3}M74 ${y}l${length} ${-length * 0.3}`} />
      ))}
    </g>
  </>
);

/** A leaf with hairs so long round its edge and on its blade, so many on each side; stout ones stand on a wart. */
function hairyLeaf(length: number, many: number, stout: boolean): ReactNode {
  const edge = Array.from({ length: many }, (_, i) => (i + 0.7) / (many + 0.4));
  const at = (t: number, k: number): [number, number] => [60 + k * 33 * Math.sin(Math.PI * t) ** 0.8, 10 + 80 * t];
  const hair = ([x, y]: [number, number], hand: number, l: number) =>
    `M${x.toFixed(1)} ${y.toFixed(1)}l${(hand * l).toFixed(1)} ${(-0.35 * l).toFixed(1)}`;
  const d = [1, -1]
    .flatMap((hand) => [
      ...edge.map((t) => hair(at(t, hand), hand, length)),
      ...edge.filter((_, i) => i % 2 === 0).map((t) => hair(at(t, hand * 0.5), hand, length * 0.7)),
    ])
    .join('');
  return (
    <>
      <path className="fill" d="M60 6C100 26 102 66 60 94C18 66 20 26 60 6Z" />
      <path d="M60 96V12" />
      {d && <path className={stout ? '' : 'fine'} d={d} />}
    </>
  );
}

const stem = <path d="M60 94C58 70 62 40 60 12" />;

/** Drawings of stems, leaves, roots and buds, by character and state. */
export const leafParts = {
  'growth-form': {
    herb: (
      <>
        <path d="M20 92H100M60 92V30" />
        {leaf(60, 74, -150)}
        {leaf(60, 66, -30)}
        {leaf(60, 48, -150, 0.8)}
        {leaf(60, 42, -30, 0.8)}
      </>
    ),
    'dwarf-shrub': (
      <>
        <path d="M20 92H100" />
        <path d="M60 92C56 76 40 70 34 56M60 92C62 74 70 66 84 54M60 88C60 72 58 60 60 46" strokeWidth="3.4" />
        {leaf(34, 56, -120, 0.5)}
        {leaf(60, 46, -90, 0.5)}
        {leaf(84, 54, -60, 0.5)}
        {leaf(46, 66, 180, 0.5)}
        {leaf(72, 66, 0, 0.5)}
      </>
    ),
    tree: (
      <>
        <path d="M20 92H100" />
        <path d="M56 92V56M64 92V56" />
        <path className="fill" d="M60 8C84 8 98 24 92 42C88 58 70 62 60 58C50 62 32 58 28 42C22 24 36 8 60 8Z" />
      </>
    ),
  },
  'leaf-arrangement': {
    basal: (
      <>
        {stem}
        {leaf(58, 92, -170)}
        {leaf(60, 92, -140)}
        {leaf(62, 92, -40)}
        {leaf(60, 92, -10)}
      </>
    ),
    alternate: (
      <>
        {stem}
        {leaf(59, 78, -160, 0.9)}
        {leaf(60, 62, -20, 0.9)}
        {leaf(60, 46, -160, 0.9)}
        {leaf(60, 30, -20, 0.9)}
      </>
    ),
    opposite: (
      <>
        {stem}
        {leaf(59, 70, -160, 0.9)}
        {leaf(60, 70, -20, 0.9)}
        {leaf(60, 38, -160, 0.9)}
        {leaf(60, 38, -20, 0.9)}
      </>
    ),
    whorled: (
      <>
        {stem}
        {leaf(60, 50, 175)}
        {leaf(60, 50, -150, 0.8)}
        {leaf(60, 50, 5)}
        {leaf(60, 50, -30, 0.8)}
      </>
    ),
  },
  'leaf-division': {
    simple: blade('entire'),
    fingered: (
      <>
        <path d="M60 96V64" />
        {[-170, -130, -90, -50, -10].map((a) => leaf(60, 64, a, 1.2))}
      </>
    ),
    feathered: (
      <>
        <path d="M60 96V20" />
        {[78, 60, 42].map((y) => [leaf(60, y, -165, 0.9), leaf(60, y, -15, 0.9)])}
        {leaf(60, 22, -90, 0.5)}
      </>
    ),
    twice: (
      <>
        <path d="M60 96V14M60 74L24 60M60 74L96 60M60 50L34 36M60 50L86 36" />
        {[
          [24, 60],
          [42, 67],
          [96, 60],
          [78, 67],
          [34, 36],
          [47, 43],
          [86, 36],
          [73, 43],
          [60, 14],
        ].map(([x = 0, y = 0]) => [
          leaf(x, y, -130, 0.34),
          leaf(x, y, -50, 0.34),
          leaf(x, y, 50, 0.3),
          leaf(x, y, 130, 0.3),
        ])}
      </>
    ),
  },
  'leaf-margin': {
    entire: blade('entire'),
    'fine-teeth': blade('fine-teeth'),
    'round-teeth': blade('round-teeth'),
    'coarse-teeth': blade('coarse-teeth'),
    cut: blade('cut'),
  },
  'leaf-veins': {
    net: blade(
      'entire',
      <path
        className="fine"
        d="M60 74L42 62M60 60L40 46M60 46L44 32M60 74L78 62M60 60L80 46M60 46L76 32M46 64L48 52M74 64L72 52M50 54L52 42M70 54L68 42"
      />,
    ),
    straight: blade(
      'coarse-teeth',
      <path className="fine" d="M60 76L40 60M60 64L38 46M60 52L40 34M60 76L80 60M60 64L82 46M60 52L80 34" />,
    ),
    'three-main': blade('entire', <path d="M60 84C40 66 44 34 60 14M60 84C80 66 76 34 60 14" />),
  },
  'leaf-attachment': {
    stalked: (
      <>
        <path d="M34 94V6M34 80C46 76 52 70 58 62" />
        {leaf(58, 62, -40, 1.5)}
      </>
    ),
    'winged-stalk': (
      <>
        <path d="M34 94V6" />
        <path className="fill" d="M34 82C50 78 54 66 62 52C74 30 92 24 104 20C100 40 92 56 72 66C60 72 50 84 34 86Z" />
        <path d="M34 84C54 78 70 54 104 20" />
      </>
    ),
    sheathing: (
      <>
        <path d="M34 94V6" />
        <path className="fill" d="M26 92C24 74 30 62 46 56L58 50L52 60C42 66 42 78 42 92Z" />
        {leaf(54, 54, -35, 1.4)}
      </>
    ),
    sitting: (
      <>
        <path d="M34 94V6" />
        {leaf(34, 70, -35, 2)}
      </>
    ),
  },
  'leaf-slime': {
    slimy: (
      <>
        <path className="fill" d="M14 40H46V60H14ZM74 40H106V60H74Z" />
        <path className="fine" d="M46 44C56 48 64 48 74 44M46 50C56 56 64 56 74 50M46 56C56 64 64 64 74 56" />
      </>
    ),
    watery: <path className="fill" d="M14 40H46V60H14ZM74 40H106V60H74Z" />,
  },
  'leaf-hair': {
    hairless: hairyLeaf(0, 0, false),
    downy: hairyLeaf(4, 22, false),
    'short-hairs': hairyLeaf(7, 9, false),
    bristly: hairyLeaf(12, 8, true),
  },
  'stem-hair': { hairless: hairs(0, 20), downy: hairs(5, 5), 'short-hairs': hairs(8, 12), bristly: hairs(16, 11) },
  'stem-section': {
    round: <circle className="fill" cx="60" cy="50" r="32" />,
    grooved: (
      <path
        className="fill"
        d={`M${around(14, 32, 60, 50)
          .map(([x, y], i) => {
            const [qx, qy] = around(28, 25, 60, 50)[2 * i + 1] ?? [x, y];
            return `${x} ${y}Q${qx} ${qy}`;
          })
          .join(' ')} 60 18Z`}
      />
    ),
    angled: (
      <path className="fill" d="M60 12C62 30 80 48 98 50C80 52 62 70 60 88C58 70 40 52 22 50C40 48 58 30 60 12Z" />
    ),
  },
  'stem-core': {
    solid: <circle className="fill" cx="60" cy="50" r="32" />,
    pith: (
      <>
        <circle className="fill" cx="60" cy="50" r="32" />
        <g className="fine">
          {around(9, 12, 60, 50).map(([x, y]) => (
            <circle key={x + y} cx={x} cy={y} r="3" />
          ))}
          <circle cx="60" cy="50" r="4" />
        </g>
      </>
    ),
    hollow: (
      <>
        <circle className="fill" cx="60" cy="50" r="32" />
        <circle className="paper" cx="60" cy="50" r="19" />
      </>
    ),
  },
  'stem-blotches': {
    none: <path className="paper" d="M46 8V92H74V8" />,
    flushed: <path className="fill" d="M46 8V92H74V8" />,
    blotched: (
      <>
        <path className="paper" d="M46 8V92H74V8" />
        <path
          className="solid"
          d="M50 20l5-2 2 5-5 3zM62 32l7 1-2 7-6-2zM50 50l6 1 1 7-7-1zM64 62l5-2 2 6-6 2zM52 76l7-1 1 6-7 2z"
        />
      </>
    ),
  },
  root: {
    taproot: (
      <>
        <path d="M16 26H104" />
        <path className="fill" d="M48 26C50 56 56 76 60 96C64 76 70 56 72 26Z" />
      </>
    ),
    'black-skinned': (
      <>
        <path d="M16 26H104" />
        <path className="solid" d="M46 26C48 56 52 76 56 96H64C68 76 72 56 74 26Z" />
        <path className="paper" d="M54 26C55 50 57 66 60 80C63 66 65 50 66 26Z" />
      </>
    ),
    fibrous: (
      <>
        <path d="M16 26H104" />
        <path d="M56 26C50 50 34 60 30 86M58 26C54 54 48 70 46 92M60 26V94M62 26C66 54 72 70 74 92M64 26C70 50 86 60 90 86" />
      </>
    ),
    creeping: (
      <>
        <path d="M16 26H104M60 8V40" />
        <path className="fill" d="M14 46C40 36 80 56 106 44V54C80 66 40 46 14 56Z" />
        <path className="fine" d="M34 56l-3 14M52 58l-2 14M76 60l2 14M92 56l4 12" />
      </>
    ),
    chambered: (
      <>
        <path d="M16 26H104" />
        <path className="fill" d="M40 30C34 56 46 80 60 80C74 80 86 56 80 30Z" />
        <path className="paper" d="M46 38H74V44H46ZM46 50H74V56H46ZM49 62H71V67H49Z" />
        <path className="fine" d="M46 76L36 92M60 80V96M74 76L84 92" />
      </>
    ),
    woody: (
      <>
        <path d="M16 26H104" />
        <path
          className="fill"
          d="M46 26C46 44 30 60 18 76L26 82C38 70 50 62 54 52C56 70 58 84 56 96H66C66 80 66 66 68 52C72 62 84 70 94 82L102 76C90 60 74 44 74 26Z"
        />
      </>
    ),
  },
  'bud-arrangement': {
    alternate: (
      <>
        {stem}
        <g className="fill">
          <path d="M59 76l-14-10 2 14zM60 52l14-10-2 14zM60 30l-14-10 2 14z" />
        </g>
      </>
    ),
    opposite: (
      <>
        {stem}
        <g className="fill">
          <path d="M59 70l-14-10 2 14zM60 70l14-10-2 14zM60 38l-14-10 2 14zM60 38l14-10-2 14z" />
        </g>
      </>
    ),
  },
  'bud-skin': {
    sticky: (
      <>
        <path className="fill" d="M60 12C44 34 44 62 60 80C76 62 76 34 60 12Z" />
        <path className="solid" d="M40 46c0 6-6 6-6 0 0-3 3-7 3-7s3 4 3 7zM86 58c0 6-6 6-6 0 0-3 3-7 3-7s3 4 3 7z" />
        <path className="fine" d="M54 34C50 44 50 54 54 62" />
      </>
    ),
    dry: <path className="fill" d="M60 12C44 34 44 62 60 80C76 62 76 34 60 12Z" />,
  },
} satisfies Record<string, Record<string, ReactNode>>;
