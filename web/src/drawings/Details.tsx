import type { ReactNode } from 'react';
import { joints, leafPaths } from './blade';
import { Missing, Part, type Shown, type Sizes } from './Part';
import { plantParts } from './plantParts';
import { around } from './shapes';
import type { Parts } from './strokes';

const parts: Parts = plantParts;

interface Props {
  shown: Shown;
  sizes?: Sizes;
}

/** A plant's parts drawn apart and larger, in a box of 132 by 208: a leaf, the stem cut across, a flower, a fruit, a twig. */
export function Details({ shown, sizes = {} }: Props) {
  return (
    <g className="calm">
      <LeafApart shown={shown} sizes={sizes} />
      <g transform="translate(0 76)">
        <Section shown={shown} />
      </g>
      <g transform="translate(68 76)">
        <Flower shown={shown} sizes={sizes} />
      </g>
      <g transform="translate(0 142)">
        <Fruit shown={shown} sizes={sizes} />
      </g>
      <g transform="translate(68 142)">
        <Twig shown={shown} />
      </g>
    </g>
  );
}

function LeafApart({ shown, sizes }: Required<Props>) {
  const said = ['leaf-division', 'leaf-shape', 'leaf-margin', 'leaf-veins', 'leaf-attachment'] as const;
  if (said.every((id) => shown[id] === undefined))
    return <Missing name="a leaf" x={66} y={44} d="M20 64C40 20 90 6 124 12C116 48 70 72 20 64Z" />;
  const joint = joints[shown['leaf-attachment'] ?? ''] ?? {
    about: <path d="M14 74L34 64" className="gone" />,
    from: [34, 64],
  };
  const ragged = ['cut', 'spiny'].includes(shown['leaf-margin'] ?? '');
  const divided = !['simple', 'lobed', undefined].includes(shown['leaf-division']);
  const { blades, lines } = leafPaths(
    {
      shape: shown['leaf-shape'],
      margin: shown['leaf-margin'],
      kind: shown['leaf-veins'],
      lobed: shown['leaf-division'] === 'lobed',
      division: shown['leaf-division'],
      leaflets: sizes['leaflet-count'],
    },
    joint.from[0],
    joint.from[1],
    divided ? -8 : -22,
    divided ? 76 : 86,
  );
  return (
    <g transform={divided ? 'translate(0 -26)' : 'translate(0 -18)'}>
      <path d="M14 98V44" />
      <Part of="leaf-division" state={shown['leaf-division']}>
        {blades && <path className={divided || ragged ? 'fill fine' : 'fill'} d={blades} />}
        <path className="fine" d={lines} />
      </Part>
      {shown['leaf-division'] === undefined && (
        <>
          <path className="fill" d={blades} />
          <path className="fine" d={lines} />
        </>
      )}
      <Part of="leaf-attachment" state={shown['leaf-attachment']}>
        {joint.about}
      </Part>
      {(['leaf-shape', 'leaf-margin', 'leaf-veins'] as const).map((id) => (
        <Part key={id} of={id} state={shown[id]} />
      ))}
    </g>
  );
}

const cores: Record<string, ReactNode> = {
  solid: null,
  pith: (
    <g className="fine">
      {around(8, 11, 60, 54).map(([x, y]) => (
        <circle key={x + y} cx={x} cy={y} r="3" />
      ))}
      <circle cx="60" cy="54" r="4" />
    </g>
  ),
  hollow: <circle className="paper" cx="60" cy="54" r="15" />,
  chambered: <path className="paper" d="M46 42H58V52H46ZM62 42H74V52H62ZM46 56H58V66H46ZM62 56H74V66H62Z" />,
};

function Section({ shown }: { shown: Shown }) {
  const section = shown['stem-section'];
  const core = shown['stem-core'];
  if (section === undefined && core === undefined)
    return <Missing name="stem, cut" x={31} y={34} d="M11 31a20 20 0 1 1 40 0a20 20 0 1 1 -40 0Z" />;
  return (
    <g transform="translate(-5 2) scale(0.6)">
      <Part of="stem-section" state={section}>
        {parts['stem-section']?.[section ?? '']}
      </Part>
      {section === undefined && <circle className="gone" cx="60" cy="50" r="32" />}
      <Part of="stem-core" state={core}>
        {cores[core ?? '']}
        {core === 'solid' && <circle className="solid" cx="60" cy="54" r="3" />}
      </Part>
    </g>
  );
}

const petals: Record<string, string> = {
  whole: 'M0 0C-9 -10 -8 -26 0 -30C8 -26 9 -10 0 0Z',
  notched: 'M0 0C-9 -10 -10 -26 -5 -30L0 -24L5 -30C10 -26 9 -10 0 0Z',
  split: 'M0 0C-7 -8 -9 -22 -6 -30C-3 -26 -1 -14 0 -4C1 -14 3 -26 6 -30C9 -22 7 -8 0 0Z',
};

/** Forms of flower that the plan of its petals shows already. */
const told = ['open', 'star'];

function Flower({ shown, sizes }: Required<Props>) {
  const form = shown['flower-form'];
  const count = sizes['petal-count'];
  const tip = shown['petal-tip'];
  if (form === undefined && count === undefined && tip === undefined)
    return <Missing name="a flower" x={31} y={34} d="M11 31a20 20 0 1 1 40 0a20 20 0 1 1 -40 0Z" />;
  const plan = count !== undefined || tip !== undefined;
  const alone = form === undefined || told.includes(form);
  const n = count === undefined ? 1 : Math.min(14, Math.round(count));
  return (
    <>
      {plan && (
        <g transform={`translate(${alone ? 31 : 18} ${alone ? 30 : 20}) scale(${alone ? 0.9 : 0.6})`}>
          <Part of="petal-tip" state={tip} />
          <Part of="petal-count" state={count}>
            {around(n, 1, 0, 0).map(([x, y]) => (
              <path
                key={x + y}
                className="fill"
                d={petals[tip ?? 'whole']}
                transform={`rotate(${(Math.atan2(y, x) * 180) / Math.PI + 90})`}
              />
            ))}
            <circle className="paper" cx="0" cy="0" r="6" />
          </Part>
          {count === undefined && <path className="fill" d={petals[tip ?? 'whole']} />}
        </g>
      )}
      <Part
        of="flower-form"
        state={form}
        transform={plan ? 'translate(22 24) scale(0.34)' : 'translate(-5 2) scale(0.6)'}
      >
        {!(plan && told.includes(form ?? '')) && parts['flower-form']?.[form ?? '']}
      </Part>
    </>
  );
}

/** The greatest number of seeds that are drawn one by one. */
const mostSeeds = 12;

function Fruit({ shown, sizes }: Required<Props>) {
  const type = shown['fruit-type'];
  const seed = shown['seed-shape'];
  const count = sizes['seeds-per-fruit'];
  if (type === undefined && seed === undefined && count === undefined)
    return <Missing name="a fruit" x={31} y={34} d="M31 10C50 14 54 48 31 52C8 48 12 14 31 10Z" />;
  const cut = seed !== undefined || count !== undefined;
  const n = count === undefined ? 1 : Math.min(mostSeeds, Math.round(count));
  const spots = n === 1 ? [[0, 0] as const] : around(n, n > 6 ? 13 : 9, 0, 0);
  return (
    <>
      <Part
        of="fruit-type"
        state={type}
        transform={cut ? 'translate(-4 -2) scale(0.36)' : 'translate(-5 2) scale(0.6)'}
      >
        {parts['fruit-type']?.[type ?? '']}
      </Part>
      {cut && (
        <g transform="translate(40 42)">
          <circle className="paper" cx="0" cy="0" r="20" />
          <Part of="seeds-per-fruit" state={count} />
          <Part of="seed-shape" state={seed} />
          {spots.map(([x, y]) => {
            const size = n === 1 ? 0.24 : n > 6 ? 0.09 : 0.13;
            return seed ? (
              <g
                key={`${x} ${y}`}
                className="calm"
                strokeWidth="5"
                transform={`translate(${x - 60 * size} ${y - 50 * size}) scale(${size})`}
              >
                {parts['seed-shape']?.[seed]}
              </g>
            ) : (
              <circle key={`${x} ${y}`} className="gone" cx={x} cy={y} r={n === 1 ? 7 : 3} />
            );
          })}
        </g>
      )}
    </>
  );
}

function Twig({ shown }: { shown: Shown }) {
  const of = ['bud-arrangement', 'bud-form', 'leaf-scar'].filter((id) => shown[id] !== undefined);
  if (of.length === 0) return <Missing name="a twig" x={31} y={34} d="M31 58V6M31 40l12-10M31 26l-12-10" />;
  return of.map((id, i) => (
    <Part
      key={id}
      of={id}
      state={shown[id]}
      transform={
        of.length === 1
          ? 'translate(-5 2) scale(0.6)'
          : `translate(${-16 + i * (of.length === 2 ? 28 : 20)} 8) scale(0.46)`
      }
    >
      <g className="calm">{parts[id]?.[shown[id] ?? '']}</g>
    </Part>
  ));
}
