import type { ReactNode } from 'react';
import { fungusPart } from './fungi';
import { bases, Closed, caps, stems, stemWidth } from './Mushroom';
import { Missing, Part, type Shown, type Sizes } from './Part';
import { stretch } from './stretch';
import { swatchOf } from './swatches';

/** The gills left of the stem, by how they meet it; the right side is the mirror of it. */
const wedges: Record<string, string> = {
  free: 'M17 58H43C43 68 34 72 28 71C22 69 18 64 17 58Z',
  notched: 'M17 58H50V61C47 61 46 63 45 67C40 73 26 74 17 58Z',
  broad: 'M17 58H50V72C40 75 24 72 17 58Z',
  'running-down': 'M17 58H50V100C44 84 26 76 17 58Z',
};

const plainWedge = 'M17 58H48V71C40 74 24 71 17 58Z';

/** How the halved underside is marked, over the wedge. */
const undersides: Record<string, string> = {
  gills: 'M24 60l3 9M32 60l2 11M40 60l1 11',
  pores: 'M22 59v7M26 59v10M30 59v12M34 59v12M38 59v13M42 59v12M46 59v11',
  teeth: 'M20 62l2 8 3-7 2 10 3-9 2 11 3-10 2 10 3-9 2 9 3-8',
  ridges: 'M22 62C28 60 30 66 36 63C40 61 42 66 47 64',
  smooth: '',
};

const flaps: Record<string, string> = {
  skirt: 'M50 82L34 102C38 106 44 104 50 90Z',
  'thin-band': 'M50 85L43 88L50 91Z',
  cobweb: 'M18 60C30 66 40 74 50 86M18 60C28 72 38 80 50 90M18 60C26 76 38 86 50 94',
  loose: 'M38 82H47V94H38Z',
  none: '',
};

/** Marks of the flesh that changes: they stand in the cap and low in the stem, beside the colour's name. */
const changes: Record<string, string> = {
  'bright-yellow': 'M52 112l8-6M54 118l12-9M60 119l9-7',
  'dull-yellow': 'M40 40l6-6M54 36l6-6M70 36l6-6M84 44l5-5',
  blue: 'M36 44l10-10M46 44l14-14M58 44l14-14M70 44l14-12M82 46l8-8',
  'pink-red': 'M40 42h1M48 38h1M56 40h1M64 38h1M72 40h1M80 42h1M56 108h1M62 112h1M58 116h1',
  brown: 'M38 42l8-6M38 36l8 6M58 40l8-6M58 34l8 6M78 42l8-6M78 36l8 6',
  none: '',
};

const changeWords: Record<string, string> = {
  'bright-yellow': 'turns bright yellow',
  'dull-yellow': 'turns dull yellow',
  blue: 'turns blue',
  'pink-red': 'turns red',
  brown: 'turns brown',
  none: 'does not change',
};

const dots = Array.from({ length: 30 }, (_, i) => i);

const balls: Record<string, ReactNode> = {
  outline: (
    <path
      className="fill"
      d="M60 104V62M54 62V100C54 108 66 108 66 100V62M34 62C36 38 84 38 86 62C78 66 70 64 60 64C50 64 42 66 34 62Z"
    />
  ),
  'dark-marbled': (
    <path
      className="solid"
      d="M28 68a32 32 0 0 1 64 0a32 32 0 0 1 -64 0M42 56l11 8 9-11 8 13 11-4-8 13 6 9-15-4-8 9-6-11-13 2 8-11z"
      fillRule="evenodd"
    />
  ),
  powdery: (
    <g className="solid">
      {dots.map((i) => (
        <circle
          key={i}
          cx={60 + 5.4 * Math.sqrt(i) * Math.cos(i * 2.4)}
          cy={70 + 5.4 * Math.sqrt(i) * Math.sin(i * 2.4)}
          r="1.5"
        />
      ))}
    </g>
  ),
};

const ballSkins: Record<string, string> = {
  'thin-soft': 'M60 36C86 36 98 57 98 76C98 97 83 110 60 110C37 110 22 97 22 76C22 57 34 36 60 36Z',
  'thick-rind': 'M60 44C80 44 90 60 90 76C90 92 78 102 60 102C42 102 30 92 30 76C30 60 40 44 60 44Z',
  bag: 'M60 26C94 26 108 52 108 76C108 104 88 120 60 120C32 120 12 104 12 76C12 52 26 26 60 26Z',
};

function Change({ shown, x, y }: { shown: Shown; x: number; y: number }) {
  const state = shown['flesh-change'];
  const words = changeWords[state ?? ''] ?? '';
  return (
    <Part of="flesh-change" state={state}>
      <path className="fine" d={changes[state ?? '']} />
      {state !== 'none' && (
        <circle cx={x - 8 - 2.2 * words.length} cy={y - 3} r="4" style={{ fill: swatchOf(state) }} />
      )}
      <text x={x} y={y} textAnchor="middle">
        {words}
      </text>
    </Part>
  );
}

/** A mushroom cut from top to base, in the box and the pose of the one from the side. */
export function Halved({ shown, sizes = {} }: { shown: Shown; sizes?: Sizes }) {
  const shape = shown['cap-shape'];
  const section = shown['cut-section'];
  const closed =
    shape === 'ball' || shown.underside === 'closed' || (section && !['cap-and-stem', 'no-cap'].includes(section));
  if (closed) return <HalvedBall shown={shown} />;
  if (section === 'no-cap' || shape === 'bush' || shape === 'shelf')
    return (
      <>
        <Part of={section === 'no-cap' ? 'cut-section' : 'cap-shape'} state={section === 'no-cap' ? section : shape}>
          <g className="calm">
            {section === 'no-cap' ? fungusPart('cut-section', 'no-cap') : fungusPart('cap-shape', shape)}
          </g>
        </Part>
        <Change shown={shown} x={60} y={134} />
      </>
    );
  const hung = shown['cap-hang'];
  if (shape === 'head' || hung || shown.underside === 'pits' || shown.underside === 'folds')
    return <HalvedHead shown={shown} />;
  const wide = stemWidth(sizes);
  const base = shown['stem-base'];
  const half = 10 * wide;
  const attach = shown['gill-attachment'];
  const wedge = (wedges[attach ?? ''] ?? plainWedge).replaceAll('50', String(60 - half));
  const under = shown.underside;
  const sides = ['', 'translate(120 0) scale(-1 1)'];
  const stemless = shown['stem-place'] === 'none';
  const capPath =
    shape === 'funnel' ? 'M8 40C40 50 80 50 112 40C112 52 108 58 103 58H17C12 58 8 52 8 40Z' : caps[shape ?? 'dome'];
  return (
    <>
      {shape === undefined ? (
        <Missing name="cap" x={60} y={44} d={caps.dome ?? ''} />
      ) : (
        <Part of="cap-shape" state={shape}>
          <path className="paper" d={capPath} />
        </Part>
      )}
      {!stemless && (
        <Part of="stem-base" state={base}>
          {base === 'sac' && (
            <path
              className="fill"
              d="M38 100C34 120 44 132 60 132C76 132 86 120 82 100C80 108 76 118 60 120C44 118 40 108 38 100Z"
            />
          )}
          <path
            className={shown['stem-inside'] === 'solid' ? 'fill' : 'paper'}
            d={stretch(stems[base ?? 'plain'] ?? stems.plain ?? '', wide, 60)}
          />
          {(base === 'collar' || base === 'scale-rings' || base === 'rooting') && (
            <path
              className="paper"
              d={(bases[base] ?? '')
                .split('|')
                .map((stroke) => stroke.split(':')[1])
                .join('')}
            />
          )}
        </Part>
      )}
      {base === undefined && !stemless && (
        <>
          {shown['stem-inside'] === 'solid' && <path className="flat" d={stretch(stems.plain ?? '', wide, 60)} />}
          <Missing name="base" x={98} y={124} d={stretch(stems.plain ?? '', wide, 60)} />
        </>
      )}
      <Part of="gill-attachment" state={attach}>
        {sides.map((side) => (
          <path key={side} className="fill" transform={side} d={wedge} />
        ))}
      </Part>
      {attach === undefined && !stemless && (
        <Missing name="joint" x={26} y={84} d={`${plainWedge}M103 58H72V71C80 74 96 71 103 58Z`} small />
      )}
      <Part of="underside" state={under}>
        {sides.map((side) => (
          <path key={side} className="fine" transform={side} d={undersides[under ?? ''] ?? ''} />
        ))}
      </Part>
      <Part of="cap-margin" state={shown['cap-margin']}>
        {shown['cap-margin'] === 'inrolled' &&
          sides.map((side) => <path key={side} transform={side} d="M17 56C8 66 20 74 25 66C27 62 23 60 21 63" />)}
      </Part>
      {!stemless && (
        <>
          <Part of="stem-ring" state={shown['stem-ring']}>
            {sides.map((side) => (
              <path
                key={side}
                className={shown['stem-ring'] === 'cobweb' ? 'fine' : 'fill'}
                transform={`${side} translate(${10 - half} 0)`}
                d={flaps[shown['stem-ring'] ?? '']}
              />
            ))}
          </Part>
          <Inside state={shown['stem-inside']} half={half} />
        </>
      )}
      <Part of="cut-section" state={section} />
      <Part of="milk" state={shown.milk}>
        {shown.milk && shown.milk !== 'none' && (
          <path
            className="paper"
            d="M30 76c0 8-7 8-7 0c0-3 3.500-7 3.500-7s3.500 4 3.500 7zM97 76c0 8-7 8-7 0c0-3 3.500-7 3.500-7s3.500 4 3.500 7z"
          />
        )}
      </Part>
      <Change shown={shown} x={60} y={8} />
    </>
  );
}

function Inside({ state, half }: { state: string | undefined; half: number }) {
  const [left, right] = [60 - half, 60 + half];
  if (state === undefined)
    return <Missing name="inside" x={22} y={110} d={`M${60 - half * 0.4} 64V112M${60 + half * 0.4} 64V112`} small />;
  const w = half * 0.4;
  const inner: Record<string, ReactNode> = {
    solid: null, // the whole stem is filled
    stuffed: (
      <path className="fine" d={[64, 72, 80, 88, 96, 104].map((y) => `M${60 - w} ${y}l${w} 5 ${w}-5`).join('')} />
    ),
    hollow: <path className="fill" d={`M${60 - w} 62V114H${60 + w}V62Z`} />,
    chambered: (
      <path className="fill" d={[64, 80, 96].map((y) => `M${60 - w} ${y}H${60 + w}V${y + 11}H${60 - w}Z`).join('')} />
    ),
    'no-stem': <path className="gone" d={`M${left} 62L${right} 116M${right} 62L${left} 116`} />,
  };
  return (
    <Part of="stem-inside" state={state}>
      {inner[state]}
    </Part>
  );
}

function HalvedBall({ shown }: { shown: Shown }) {
  const section = shown['cut-section'];
  const skin = shown['ball-skin'];
  return (
    <>
      {skin === 'bag' && (
        <Part of="ball-skin" state={skin}>
          <path className="fill" d={ballSkins.bag} />
        </Part>
      )}
      <Closed shown={shown}>
        <path className="paper" d={caps.ball} />
      </Closed>
      {skin !== 'bag' && (
        <Part of="ball-skin" state={skin}>
          {ballSkins[skin ?? ''] && (
            <>
              <path className="fill" d={caps.ball} />
              <path className="paper" d={ballSkins[skin ?? '']} />
            </>
          )}
        </Part>
      )}
      <Part of="cut-section" state={section} transform="translate(0 6)">
        {balls[section ?? '']}
      </Part>
      {section === undefined && <Missing name="inside" x={60} y={80} d="M40 76a20 20 0 1 1 40 0a20 20 0 1 1 -40 0Z" />}
      {skin === undefined && <Missing name="skin" x={60} y={26} d="M28 62C34 46 46 40 60 40C74 40 86 46 92 62" small />}
      <Change shown={shown} x={60} y={130} />
    </>
  );
}

/** A head of pits or folds: how it hangs on its stem, and what is inside. */
function HalvedHead({ shown }: { shown: Shown }) {
  const hung = shown['cap-hang'];
  const inside = shown['stem-inside'];
  return (
    <>
      <Part of="cap-shape" state={shown['cap-shape']} />
      <Part of="underside" state={shown.underside} />
      <Part of="cap-hang" state={hung}>
        <g className="calm">{fungusPart('cap-hang', hung)}</g>
      </Part>
      {hung === undefined && (
        <Missing name="how it hangs" x={60} y={40} d="M60 6C88 6 94 40 82 62H38C26 40 32 6 60 6Z" />
      )}
      {inside === 'solid' && <path className="fill" d="M46 62H74V96H46Z" />}
      {hung && inside === 'hollow' ? <Part of="stem-inside" state="hollow" /> : <Inside state={inside} half={14} />}
      <Change shown={shown} x={60} y={134} />
    </>
  );
}

/** One feature of a mushroom halved from top to base, an open one or a ball, for the drawing of a state. */
export function Cut({ show, focus }: { show: Shown; focus: string }) {
  const here = (character: string) => (focus === character ? 'here' : 'fill');
  const section = show['cut-section'];
  if (section && section !== 'cap-and-stem') {
    return (
      <>
        <circle className={section === 'even-white' ? 'paper' : here('cut-section')} cx="60" cy="66" r="44" />
        <g transform="translate(-6 -11) scale(1.1)">{balls[section]}</g>
      </>
    );
  }
  const attach = show['gill-attachment'];
  const reach = { free: 40, notched: 47, broad: 50, 'running-down': 50 }[attach ?? ''] ?? 48;
  const drop = attach === 'running-down' ? 96 : 70;
  const notch = attach === 'notched' ? `L${reach - 6} 64 L50 60` : '';
  return (
    <>
      <path className="paper" d="M10 54C16 14 104 14 110 54C96 46 76 44 70 50V122H50V50C44 44 24 46 10 54Z" />
      <path
        className={here('gill-attachment')}
        d={`M10 54C24 46 40 46 ${reach} 50 ${notch} L${reach} ${drop} C40 72 20 68 10 54Z`}
      />
      <path
        className={here('gill-attachment')}
        d={`M110 54C96 46 80 46 ${120 - reach} 50 ${attach === 'notched' ? `L${126 - reach} 64 L70 60` : ''} L${120 - reach} ${drop} C80 72 100 68 110 54Z`}
      />
      {show['stem-inside'] === 'hollow' && <path className={here('stem-inside')} d="M56 54V114H64V54Z" />}
      {show['stem-inside'] === 'stuffed' && (
        <path
          className="fine"
          d="M55 58l5 5 5-5M55 68l5 5 5-5M55 78l5 5 5-5M55 88l5 5 5-5M55 98l5 5 5-5M55 108l5 5 5-5"
        />
      )}
      {show['stem-inside'] === 'solid' && <path className={here('stem-inside')} d="M50 56H70V122H50Z" />}
    </>
  );
}
