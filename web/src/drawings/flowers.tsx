import type { ReactNode } from 'react';
import { around } from './shapes';

/** Drawings of flowers and fruits, by character and state. */
export const flowerParts = {
  inflorescence: {
    single: (
      <>
        <path d="M60 94V34" />
        <circle className="fill" cx="60" cy="26" r="11" />
      </>
    ),
    spike: (
      <>
        <path d="M60 94V8" />
        <g className="fill">
          {[16, 26, 36, 46, 56].map((y, i) => (
            <path key={y} d={`M60 ${y}l${i % 2 ? -16 : 16} 2l${i % 2 ? 3 : -3} 8z`} />
          ))}
        </g>
      </>
    ),
    umbel: (
      <>
        <path d="M60 94V52M60 52L18 26M60 52L38 18M60 52V14M60 52L82 18M60 52L102 26" />
        <g className="fill">
          {[
            [18, 22],
            [38, 14],
            [60, 10],
            [82, 14],
            [102, 22],
          ].map(([x, y]) => (
            <circle key={x} cx={x} cy={y} r="6" />
          ))}
        </g>
      </>
    ),
    coil: (
      <>
        <path d="M44 94C44 50 50 22 72 22C90 22 92 46 76 46C66 46 66 34 74 34" />
        <g className="fill">
          {[
            [52, 24],
            [66, 14],
            [84, 18],
            [94, 32],
            [88, 48],
          ].map(([x, y]) => (
            <path key={x} d={`M${x} ${y}v10h8v-10z`} />
          ))}
        </g>
      </>
    ),
    catkin: (
      <>
        <path d="M20 20H100" />
        <g className="fill">
          <path d="M40 20C34 44 34 66 40 84C46 66 46 44 40 20ZM78 20C72 44 72 66 78 84C84 66 84 44 78 20Z" />
        </g>
      </>
    ),
    candle: (
      <>
        <path d="M60 94V8M60 74L36 66M60 74L84 66M60 56L40 46M60 56L80 46M60 38L48 28M60 38L72 28" />
        <g className="fill">
          {[
            [36, 66],
            [84, 66],
            [40, 46],
            [80, 46],
            [48, 28],
            [72, 28],
            [60, 8],
          ].map(([x, y]) => (
            <circle key={`${x}${y}`} cx={x} cy={y} r="6" />
          ))}
        </g>
      </>
    ),
  },
  'flower-form': {
    open: (
      <>
        {around(5, 22, 60, 50).map(([x, y]) => (
          <circle key={x} className="fill" cx={x} cy={y} r="13" />
        ))}
        <circle className="paper" cx="60" cy="50" r="8" />
      </>
    ),
    bell: <path className="fill" d="M60 14C44 18 44 48 34 66L44 74L52 68L60 76L68 68L76 74L86 66C76 48 76 18 60 14Z" />,
    lipped: (
      <path
        className="fill"
        d="M30 24C46 20 62 34 86 36L94 46C86 48 84 52 98 66C82 76 66 62 54 52C42 44 32 36 30 24Z"
      />
    ),
    thread: (
      <>
        <circle className="fill" cx="60" cy="62" r="7" />
        <path className="fine" d="M60 55V20M56 56L40 24M64 56L80 24M54 60L26 40M66 60L94 40" />
      </>
    ),
  },
  'umbel-bracts': {
    none: <path d="M60 94V56M60 56L18 26M60 56L38 18M60 56V14M60 56L82 18M60 56L102 26" />,
    several: (
      <>
        <path d="M60 94V56M60 56L18 26M60 56L38 18M60 56V14M60 56L82 18M60 56L102 26" />
        <path className="here" d="M60 56L34 60L36 66ZM60 56L42 74L48 77ZM60 56L86 60L84 66ZM60 56L78 74L72 77Z" />
      </>
    ),
  },
  'umbel-bracteoles': {
    'all-round': (
      <>
        <path d="M60 94V50M60 50L40 24M60 50V18M60 50L80 24" />
        <path className="here" d="M60 50L38 50L40 56ZM60 50L46 66L51 68ZM60 50L82 50L80 56ZM60 50L74 66L69 68Z" />
      </>
    ),
    'outer-side': (
      <>
        <path d="M60 94V50M60 50L40 24M60 50V18M60 50L80 24" />
        <path className="here" d="M60 50L82 50L80 56ZM60 50L78 62L74 66Z" />
      </>
    ),
    hanging: (
      <>
        <path d="M60 94V50M60 50L40 24M60 50V18M60 50L80 24" />
        <path className="here" d="M62 50L96 88L90 90ZM62 50L86 92L80 92ZM62 50L102 78L98 82Z" />
      </>
    ),
  },
  'fruit-type': {
    berry: (
      <>
        <circle className="fill" cx="60" cy="56" r="24" />
        <path d="M60 32V12" />
      </>
    ),
    'dry-pair': (
      <>
        <path d="M60 92V16" />
        <path className="fill" d="M58 24C44 34 44 62 58 74ZM62 24C76 34 76 62 62 74Z" />
      </>
    ),
    capsule: (
      <>
        <path className="fill" d="M60 10C44 30 40 60 48 78H72C80 60 76 30 60 10Z" />
        <path d="M60 10V78M60 94V78" />
      </>
    ),
    'four-nuts': (
      <>
        <path className="fill" d="M26 60L40 46H80L94 60L78 82H42Z" />
        {[
          [46, 52],
          [74, 52],
          [50, 66],
          [70, 66],
        ].map(([x, y]) => (
          <circle key={`${x}${y}`} className="paper" cx={x} cy={y} r="9" />
        ))}
      </>
    ),
    husk: (
      <>
        <circle className="fill" cx="60" cy="52" r="28" />
        {around(18, 28, 60, 52).map(([x, y]) => (
          <path key={x} d={`M${x} ${y}L${60 + (x - 60) * 1.35} ${52 + (y - 52) * 1.35}`} />
        ))}
        <circle className="paper" cx="60" cy="56" r="13" />
      </>
    ),
  },
  'fruit-calyx': {
    rim: (
      <>
        <circle className="fill" cx="60" cy="54" r="30" />
        <ellipse className="here" cx="60" cy="34" rx="14" ry="6" />
      </>
    ),
    'five-star': (
      <>
        <path
          className="here"
          d={`M${around(5, 44, 60, 56)
            .map(([x, y], i) => {
              const [ix, iy] = around(5, 24, 60, 56, -Math.PI / 2 + Math.PI / 5)[i] ?? [x, y];
              return `${x} ${y}L${ix} ${iy}`;
            })
            .join('L')}Z`}
        />
        <circle className="fill" cx="60" cy="56" r="20" />
      </>
    ),
    'four-leaves': (
      <>
        <path className="here" d="M60 56L18 46L18 66ZM60 56L102 46L102 66ZM60 56L50 12L70 12ZM60 56L50 98L70 98Z" />
        <path className="fine" d="M60 56L24 20M60 56L96 20M60 56L24 92M60 56L96 92" />
        <circle className="fill" cx="60" cy="56" r="15" />
      </>
    ),
  },
  'umbel-fruit': {
    'long-smooth': <path className="fill" d="M60 8C52 18 48 50 52 82H68C72 50 68 18 60 8Z" />,
    'round-wavy': (
      <>
        <circle className="fill" cx="60" cy="50" r="30" />
        <path d="M46 24C40 34 52 42 46 52C40 62 52 68 48 78M60 20C54 32 66 40 60 50C54 60 66 68 60 80M74 24C68 34 80 42 74 52C68 62 80 68 72 78" />
      </>
    ),
    'round-ribbed': (
      <>
        <circle className="fill" cx="60" cy="50" r="30" />
        <path
          strokeWidth="3.4"
          d="M42 30C36 42 36 60 42 72M54 22C50 40 50 62 54 79M66 22C70 40 70 62 66 79M78 30C84 42 84 60 78 72"
        />
      </>
    ),
  },
  'husk-spines': {
    'dense-needles': (
      <>
        <circle className="fill" cx="60" cy="50" r="24" />
        <g className="fine">
          {around(44, 24, 60, 50).map(([x, y]) => (
            <path key={x} d={`M${x} ${y}L${60 + (x - 60) * 1.7} ${50 + (y - 50) * 1.7}`} />
          ))}
        </g>
      </>
    ),
    'few-stout': (
      <>
        <circle className="fill" cx="60" cy="50" r="30" />
        {around(9, 30, 60, 50).map(([x, y]) => (
          <path key={x} strokeWidth="3.4" d={`M${x} ${y}L${60 + (x - 60) * 1.25} ${50 + (y - 50) * 1.25}`} />
        ))}
      </>
    ),
  },
  'nut-tip': {
    tassel: (
      <>
        <path className="fill" d="M60 30C40 44 30 66 36 82C48 90 72 90 84 82C90 66 80 44 60 30Z" />
        <path className="glow" d="M60 30V20" />
        <path d="M60 30V18M60 20L52 8M60 20V6M60 20L68 8" />
      </>
    ),
    rounded: (
      <>
        <path className="fill" d="M60 26C38 26 28 52 34 76C46 90 74 90 86 76C92 52 82 26 60 26Z" />
        <path d="M44 84C54 78 66 78 76 84" />
      </>
    ),
  },
} satisfies Record<string, Record<string, ReactNode>>;
