import type { ReactNode } from 'react';
import { fungusPart, headed } from './fungi';
import { Missing, Part, type Shown, type Sizes, Tinted } from './Part';
import { stretch } from './stretch';
import { inked } from './strokes';

export const caps: Record<string, string> = {
  dome: 'M16 58C20 16 100 16 104 58Z',
  flat: 'M8 52C22 38 98 38 112 52C98 60 22 60 8 52Z',
  cone: 'M20 60C40 44 52 12 60 12C68 12 80 44 100 60Z',
  knob: 'M8 56C30 44 50 46 54 34C58 28 62 28 66 34C70 46 90 44 112 56Z',
  funnel: 'M8 34C40 48 80 48 112 34C100 54 76 60 70 78L50 78C44 60 20 54 8 34Z',
  ball: 'M60 34C88 34 100 56 100 76C100 98 84 112 60 112C36 112 20 98 20 76C20 56 32 34 60 34Z',
};

export const stems: Record<string, string> = {
  plain: 'M51 58C52 80 52 100 50 122H70C68 100 68 80 69 58',
  narrowed: 'M50 58C52 84 55 106 58 126H62C65 106 68 84 70 58',
  swollen: 'M51 58C52 80 50 92 42 104C38 118 48 126 60 126C72 126 82 118 78 104C70 92 68 80 69 58',
  sac: 'M52 58C53 80 52 100 50 120H70C68 100 67 80 68 58',
};

function Underside({ kind, spacing, cls }: { kind: string; spacing?: string; cls: string }) {
  const gap = spacing === 'wide' ? 9 : spacing === 'crowded' ? 3.4 : 5.5;
  const xs = Array.from({ length: Math.floor(80 / gap) + 1 }, (_, i) => 20 + i * gap).filter((x) => x < 48 || x > 72);
  const area = <path className={cls} d="M16 58H104C98 72 80 76 70 76H50C40 76 22 72 16 58Z" />;
  switch (kind) {
    case 'ridges':
      return (
        <>
          {area}
          <path d="M28 60C34 72 44 76 50 92M42 60C46 70 50 76 53 86M92 60C86 72 76 76 70 92M78 60C74 70 70 76 67 86M35 68C38 66 42 66 45 70M85 68C82 66 78 66 75 70" />
        </>
      );
    case 'pores':
      return (
        <>
          {area}
          <g className="fine">
            {[63, 69].flatMap((y) =>
              [24, 32, 40, 80, 88, 96].map((x) => <circle key={`${x}-${y}`} cx={x + (y - 63) / 2} cy={y} r="2.4" />),
            )}
          </g>
        </>
      );
    case 'teeth':
      return (
        <path
          className={cls}
          d="M16 58l4 13 4-13 4 16 4-16 4 17 4-17 4 18 4-18h24l4 18 4-18 4 17 4-17 4 16 4-16 4 13 4-13Z"
        />
      );
    case 'smooth':
      return (
        <>
          {area}
          <path className="fine" d="M28 62C36 66 44 68 48 74M92 62C84 66 76 68 72 74" />
        </>
      );
    default:
      return (
        <>
          {area}
          <g className="fine">
            {xs.map((x) => (
              <path key={x} d={`M${x} 58.500L${60 + (x - 60) * 0.62} 75`} />
            ))}
          </g>
        </>
      );
  }
}

function Ring({ kind }: { kind: string }) {
  if (kind === 'skirt')
    return <path className="fill" d="M51 82H69C72 92 76 96 78 100C66 104 54 104 42 100C44 96 48 92 51 82Z" />;
  if (kind === 'thin-band') return <path className="fill" d="M50 86C56 90 64 90 70 86V91C64 95 56 95 50 91Z" />;
  if (kind === 'cobweb')
    return (
      <path className="fine" d="M52 84L34 66M52 86L40 68M53 88L46 70M68 84L86 66M68 86L80 68M67 88L74 70M52 90H68" />
    );
  if (kind === 'loose') return <path className="fill" d="M42 80C42 74 78 74 78 80V90C78 96 42 96 42 90Z" />;
  return null;
}

const surfaces: Record<string, ReactNode> = {
  fibrous: (
    <path
      className="fine"
      d="M34 48C38 38 42 34 46 30M48 50C50 38 52 32 54 28M66 50C66 38 66 32 66 28M84 48C80 38 76 34 74 30"
    />
  ),
  velvety: (
    <path
      className="fine"
      d="M30 50l-2-4M40 42l-2-4M52 38l-1-5M66 38l1-5M78 42l2-4M90 50l2-4M46 52v-4M60 50v-4M74 52v-4"
    />
  ),
  scaly: (
    <path className="fine" d="M32 50l5-5 5 5M46 40l5-5 5 5M64 40l5-5 5 5M50 53l5-5 5 5M68 53l5-5 5 5M82 51l5-5 4 5" />
  ),
  slimy: (
    <path className="solid" d="M30 58c0 10-8 10-8 0zM98 58c0 10-8 10-8 0zM40 40C48 34 58 32 64 33C58 35 48 37 40 40Z" />
  ),
  grainy: (
    <path
      className="solid"
      d="M32 50h2v2h-2zM44 46h2v2h-2zM56 50h2v2h-2zM68 46h2v2h-2zM80 50h2v2h-2zM90 52h2v2h-2zM40 36h2v2h-2zM52 32h2v2h-2zM64 36h2v2h-2zM76 33h2v2h-2z"
    />
  ),
  shaggy: <path d="M34 48l-6 6 8 0M50 36l-5 7 8-1M68 36l5 7-8-1M86 48l6 6-8 0M58 50l-5 6 8 0M70 50l5 6-8 0" />,
  cracked: <path className="fine" d="M30 52l8-8 6 4 8-10 8 6 10-8 6 8 12 8M46 52l6-4M72 52l-4-8" />,
};

/** Bases that are drawn with the foot of their stem. */
export const bases: Record<string, string> = {
  collar:
    'fill:M34 112C34 102 44 104 48 104H72C76 104 86 102 86 112C90 128 76 132 60 132C44 132 30 128 34 112Z|:M36 104H84',
  'scale-rings':
    'fill:M50 100C38 104 36 120 44 128C52 133 68 133 76 128C84 120 82 104 70 100Z|:M42 106l5 4 5-4 5 4 6-4 5 4 5-4 5 4',
  rooting: 'fill:M50 108C52 120 56 126 60 134C64 126 68 120 70 108Z|:M20 108H48M72 108H100',
};

const skins: Record<string, ReactNode> = {
  velvety: (
    <path className="fine" d="M52 96l-3-4M58 102l-3-5M64 100l-3-4M69 104l-3-5M52 112l-3-4M58 116l-3-5M64 112l-3-4" />
  ),
  fibrous: <path className="fine" d="M55 66V118M60 66V120M65 66V118" />,
  shaggy: (
    <path className="fine" d="M54 70l-5 6M56 84l-6 6M55 98l-6 7M66 70l5 6M64 84l6 6M65 98l6 7M60 78l-3 5M60 92l3 5" />
  ),
  banded: (
    <path
      className="fine"
      d="M52 72l4 4 4-4 4 4 4-4M52 86l4 4 4-4 4 4 4-4M52 100l4 4 4-4 4 4 4-4M51 112l4 4 5-4 5 4 4-4"
    />
  ),
  netted: <path className="fine" d="M52 64l16 12M52 74l16 12M52 84l16 12M68 64L52 76M68 74L52 86M68 84L52 96" />,
  dotted: (
    <g className="solid">
      {[68, 78, 88, 98, 108].flatMap((y) => [55, 60, 65].map((x) => <circle key={`${x}${y}`} cx={x} cy={y} r="1.1" />))}
    </g>
  ),
};

/** How wide the stem is drawn, against the plain one: as its measure stands to the cap's, where both are known. */
export function stemWidth(sizes: Sizes): number {
  const [stem, cap] = [sizes['stem-width'], sizes['cap-diameter']];
  return stem && cap ? Math.min(2, Math.max(0.4, stem / cap / 0.22)) : 1;
}

/** How far from the middle the stem stands. */
const stemAt: Record<string, number> = { 'off-centre': 16, side: 36 };

const footings: Record<string, ReactNode> = {
  'woodland-soil': (
    <path className="fine" d="M4 128H44M76 128H116M14 128l5-6 5 6M90 128l6-5 6 5M30 128l4-4M104 128l4-7" />
  ),
  grass: (
    <path
      className="fine"
      d="M4 128H44M76 128H116M12 128l-3-10M14 128v-12M16 128l3-10M30 128l-2-8M32 128l3-9M88 128l-3-9M90 128v-11M104 128l-3-10M106 128l2-11"
    />
  ),
  wood: (
    <path
      className="fine"
      d="M2 126C14 120 30 120 42 124M78 124C92 120 106 120 118 126M6 132H44M76 132H114M20 126v5M98 126v5"
    />
  ),
};

/** The outline of a small one that stands beside, capped like the first: where its foot is, how it leans, how large. */
const another = (shape: string | undefined, x: number, turn: number, size: number) => (
  <g
    key={x}
    transform={`translate(${x} 128) rotate(${turn}) scale(${size}) translate(-60 -124)`}
    strokeWidth={1.6 / size}
  >
    {shape === 'ball' ? (
      <Tinted like="cap-shape">
        <path className="fill" transform="translate(0 12)" d={caps.ball} />
      </Tinted>
    ) : (
      <>
        <Tinted like="stem-base">
          <path className="paper" d={shape === 'funnel' ? stems.narrowed : stems.plain} />
        </Tinted>
        <Tinted like="cap-shape">
          <path className="fill" d={caps[shape ?? 'dome'] ?? caps.dome} />
        </Tinted>
      </>
    )}
  </g>
);

const brackets = [
  'M40 16C58 10 84 16 86 28C74 34 58 34 40 32Z',
  'M40 92C62 86 92 92 94 104C80 110 60 110 40 108Z',
  'M40 66C62 60 86 66 88 78C76 84 58 84 40 82Z',
];

/** Who stands with one of a shape. */
function company(growth: string | undefined, shape: string | undefined): ReactNode {
  if (shape === 'shelf') {
    const beside = { tiers: brackets.slice(0, 2), tufted: brackets.slice(1), troop: brackets.slice(1, 2) }[
      growth ?? ''
    ];
    return beside?.map((d) => (
      <Tinted key={d} like="cap-shape">
        <path className="fill" d={d} />
      </Tinted>
    ));
  }
  const capped = shape === undefined || caps[shape] !== undefined;
  switch (growth) {
    case 'singly':
      return <path className="fine" d="M10 133H30M90 133H110" />;
    case 'troop':
      return capped ? (
        [another(shape, 12, 0, 0.26), another(shape, 107, 4, 0.3)]
      ) : (
        <path className="fine" d="M6 134H20M100 134H114" />
      );
    case 'tufted':
      return capped ? (
        [another(shape, 45, -24, 0.42), another(shape, 75, 24, 0.46)]
      ) : (
        <path className="fine" d="M40 134H80" />
      );
    case 'tiers':
      return (
        <path
          className="fine"
          d="M2 8V134M2 26C12 22 20 26 22 32H2M2 60C12 56 20 60 22 66H2M2 94C12 90 20 94 22 100H2"
        />
      );
  }
  return null;
}

interface Props {
  shown: Shown;
  /** Measures that its proportions follow. */
  sizes?: Sizes;
  /** The character that is asked about. */
  focus?: string;
  /** Whether it is a figure: what was not looked at is a broken outline with its name. */
  unknown?: boolean;
}

/** A mushroom from the side, in a box of 120 by 134. */
export function Mushroom({ shown, sizes = {}, focus, unknown }: Props) {
  const shape = shown['cap-shape'];
  const ball = shape === 'ball' || shown.underside === 'closed';
  const at = (character: string) => (focus === character ? 'here' : 'fill');
  const missing = (character: string) => unknown && shown[character] === undefined;
  const ground = (
    <Part of="substrate" state={shown.substrate}>
      {footings[shown.substrate ?? '']}
    </Part>
  );
  const others = unknown !== undefined && (
    <Part of="growth" state={shown.growth}>
      {company(shown.growth, ball ? 'ball' : shape)}
    </Part>
  );
  if (ball)
    return (
      <>
        {others}
        <Ball shown={shown} at={at} ground={ground} />
      </>
    );
  const head = shown.underside === 'pits' || shown.underside === 'folds' ? shown.underside : undefined;
  const whole = fungusPart('cap-shape', shape) ?? (head && fungusPart('underside', head));
  if (whole)
    return (
      <g className={focus ? undefined : 'calm'}>
        {shape === 'head' && head ? (
          <Part of="cap-shape" state={shape}>
            <Part of="underside" state={head}>
              {headed(head)}
            </Part>
          </Part>
        ) : shape !== undefined && fungusPart('cap-shape', shape) ? (
          <Part of="cap-shape" state={shape}>
            {shape === 'head' && shown.underside !== undefined ? headed(undefined) : whole}
          </Part>
        ) : (
          <Part of="underside" state={head}>
            {whole}
          </Part>
        )}
        {others}
        {ground}
      </g>
    );
  const base = shown['stem-base'] ?? 'plain';
  const wide = stemWidth(sizes);
  const dx = stemAt[shown['stem-place'] ?? ''] ?? 0;
  const stem = stretch(stems[base] ?? stems.plain ?? '', wide, 60);
  const margin = shown['cap-margin'];
  const stemless = shown['stem-place'] === 'none';
  return (
    <>
      {others}
      {ground}
      <Part of="stem-place" state={shown['stem-place']} />
      {!stemless && (
        <g transform={dx ? `translate(${dx} 0)` : undefined}>
          <Part of="stem-base" state={shown['stem-base']}>
            {base === 'sac' && (
              <path
                className={at('stem-base')}
                d="M38 100C34 120 44 132 60 132C76 132 86 120 82 100C78 106 74 100 70 106C64 100 56 100 50 106C46 100 42 106 38 100Z"
              />
            )}
            <path className={focus === 'stem-base' && base !== 'sac' ? 'here' : 'paper'} d={stem} />
            {bases[base] && inked(bases[base])}
          </Part>
          {shown['stem-base'] === undefined &&
            (unknown ? <Missing name="base" x={98} y={124} d={stem} /> : <path className="paper" d={stem} />)}
          <Part of="stem-surface" state={shown['stem-surface']}>
            {skins[shown['stem-surface'] ?? '']}
          </Part>
        </g>
      )}
      <Part of="underside" state={shown.underside}>
        {shape === 'funnel' ? (
          <path
            className="fine"
            d={
              funnelled[shown.underside ?? ''] ??
              'M24 44C34 56 48 60 54 76M44 50C48 58 54 62 57 76M96 44C86 56 72 60 66 76M76 50C72 58 66 62 63 76'
            }
          />
        ) : (
          <Underside kind={shown.underside ?? ''} spacing={shown['gill-spacing']} cls={at('underside')} />
        )}
      </Part>
      <Part of="gill-spacing" state={shown.underside && shown['gill-spacing']} />
      {missing('underside') && shape !== 'funnel' && (
        <Missing name="underside" x={22} y={88} d="M16 58H104C98 72 80 76 70 76H50C40 76 22 72 16 58Z" />
      )}
      {!unknown && shown.underside === undefined && shape !== 'funnel' && (
        <Underside kind="gills" spacing={shown['gill-spacing']} cls={at('underside')} />
      )}
      {missing('cap-shape') ? (
        <Missing name="cap" x={60} y={44} d={caps.dome ?? ''} />
      ) : (
        <Part of="cap-shape" state={shape ?? 'dome'}>
          <path className={at('cap-shape')} d={caps[shape ?? 'dome'] ?? caps.dome} />
        </Part>
      )}
      <Part of="cap-surface" state={shown['cap-surface']}>
        {surfaces[shown['cap-surface'] ?? '']}
      </Part>
      <Part of="cap-patches" state={shown['cap-patches']}>
        {shown['cap-patches'] === 'patches' && (
          <path className="paper" d="M36 40l8-4 4 6-8 4zM58 30l9-2 2 6-9 3zM78 40l8 1-1 7-8-2z" />
        )}
      </Part>
      <Part of="cap-margin" state={margin}>
        {margins[margin ?? '']?.(at('cap-margin'))}
      </Part>
      {!stemless && (
        <g transform={dx ? `translate(${dx} 0)` : undefined}>
          {missing('stem-ring') ? (
            <Missing name="ring" x={98} y={96} d="M48 84C52 90 68 90 72 84V90C68 97 52 97 48 90Z" />
          ) : (
            <Part of="stem-ring" state={shown['stem-ring']}>
              <Ring kind={shown['stem-ring'] ?? ''} />
            </Part>
          )}
          <Part of="stem-net" state={shown['stem-net']}>
            {nets[shown['stem-net'] ?? '']}
          </Part>
        </g>
      )}
    </>
  );
}

/** What the underside of a funnel shows, where it is not gills. */
const funnelled: Record<string, string> = {
  pores:
    'M30 48l2 2M38 52l2 2M46 56l2 2M52 62l1 3M90 48l-2 2M82 52l-2 2M74 56l-2 2M68 62l-1 3M34 46l2 2M42 50l2 2M86 46l-2 2M78 50l-2 2',
  teeth: 'M26 46l-1 8M34 50v9M42 54l1 9M50 60l1 9M94 46l1 8M86 50v9M78 54l-1 9M70 60l-1 9',
  smooth: 'M30 50C40 56 48 62 52 70M90 50C80 56 72 62 68 70',
  ridges:
    'M24 44C32 58 46 58 52 84M40 50C44 58 52 64 56 84M96 44C88 58 74 58 68 84M80 50C76 58 68 64 64 84M34 54l6 1M86 54l-6 1',
};

const margins: Record<string, (cls: string) => ReactNode> = {
  even: () => <path strokeWidth="3" d="M17 58H103" />,
  grooved: () => <path className="fine" d="M22 58v-8M30 58v-9M38 58v-9M46 58v-9M74 58v-9M82 58v-9M90 58v-9M98 58v-8" />,
  hung: () => <path className="fill" d="M18 58l4 8 5-8zM34 58l3 7 5-7zM80 58l4 8 4-8zM94 58l4 7 4-7z" />,
  wavy: () => (
    <path d="M14 58C20 50 26 66 34 58C41 51 47 66 54 58C61 51 67 66 74 58C81 51 87 66 94 58C98 53 102 56 106 58" />
  ),
  inrolled: (cls) => (
    <path className={cls} d="M16 56C10 70 30 74 30 62C30 58 24 58 24 62M104 56C110 70 90 74 90 62C90 58 96 58 96 62" />
  ),
};

const nets: Record<string, ReactNode> = {
  coarse: <path d="M52 64l16 16M68 64L52 80M52 80l16 16M68 80L52 96" />,
  fine: (
    <path className="fine" d="M52 62l8 7 8-7M52 70l8 7 8-7M52 78l8 7 8-7M60 62l-8 8M60 62l8 8M60 70l-8 8M60 70l8 8" />
  ),
};

/** What is drawn as closed stands for whichever said so: the shape, the underside, or both. */
export function Closed({ shown, children }: { shown: Shown; children: ReactNode }) {
  return (
    <Part of="underside" state={shown.underside === 'closed' ? 'closed' : undefined} bare>
      <Part of="cap-shape" state={shown['cap-shape'] === 'ball' ? 'ball' : undefined} bare>
        {children}
      </Part>
    </Part>
  );
}

/** A closed ball, or an egg. */
function Ball({ shown, at, ground }: { shown: Shown; at: (character: string) => string; ground: ReactNode }) {
  const base = shown['stem-base'];
  return (
    <>
      {ground}
      <Part of="stem-base" state={base === 'cord' || base === 'sac' ? base : undefined}>
        {base === 'cord' && <path className={at('stem-base')} d="M55 110L58 130L62 124L66 132L65 110Z" />}
        {base === 'sac' && (
          <path
            className={at('stem-base')}
            d="M18 84C18 118 34 128 60 128C86 128 102 118 102 84C98 92 92 88 88 94C70 86 50 86 32 94C28 88 22 92 18 84Z"
          />
        )}
      </Part>
      <Closed shown={shown}>
        <path className={at('cap-shape')} d={caps.ball} />
      </Closed>
      <Part of="cap-surface" state={shown['cap-surface']} transform="translate(0 22)">
        {surfaces[shown['cap-surface'] ?? '']}
      </Part>
    </>
  );
}
