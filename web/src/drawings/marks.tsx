import type { ReactNode } from 'react';
import { Mushroom } from './Mushroom';

const ground = <path d="M6 84C30 78 60 88 114 82" />;
const small = (children: ReactNode, shown = {}) => (
  <g transform="translate(27 2) scale(0.62)">
    <Mushroom shown={shown} />
    {children}
  </g>
);

const tree = (x: number, s = 1) => (
  <g transform={`translate(${x} ${84 - 70 * s}) scale(${s})`}>
    <path className="fill" d="M0 0L18 24H10L24 46H-24L-10 24H-18Z" />
    <path d="M0 46V70" />
  </g>
);

const grass = (x: number) => (
  <path
    key={x}
    d={`M${x} 84C${x - 2} 70 ${x - 6} 62 ${x - 10} 58M${x} 84V54M${x} 84C${x + 2} 70 ${x + 6} 62 ${x + 10} 58`}
  />
);

/** Drawings of states that are neither a mushroom's nor a plant's own part: the piece, the ground, the feel of the flesh. */
export const marks = {
  'specimen-base': {
    'dug-out-whole': (
      <>
        {small(null, { 'stem-base': 'swollen' })}
        <path d="M6 70H44M78 70H114" />
        <path className="fine" d="M44 70C48 90 72 90 78 70" />
      </>
    ),
    'cut-off': (
      <>
        <g transform="translate(27 -8) scale(0.62)">
          <Mushroom shown={{}} />
        </g>
        <path className="glow" d="M40 70H84" />
        <path d="M30 70H92" />
        <path d="M6 88H114" />
      </>
    ),
    'torn-off': (
      <>
        <g transform="translate(27 -8) scale(0.62)">
          <Mushroom shown={{}} />
        </g>
        <path className="paper" d="M54 70L58 60L61 72L64 61L68 73L72 60V78H54Z" />
        <path d="M6 88H52M74 88H114M52 88L56 80L60 86L64 79L70 87L74 88" />
      </>
    ),
  },
  'specimen-fresh': {
    fresh: small(null),
    soaked: (
      <>
        {small(null)}
        <path
          className="fill"
          d="M16 20c0 8-8 8-8 0 0-4 4-9 4-9s4 5 4 9zM112 30c0 8-8 8-8 0 0-4 4-9 4-9s4 5 4 9zM20 58c0 8-8 8-8 0 0-4 4-9 4-9s4 5 4 9zM108 64c0 8-8 8-8 0 0-4 4-9 4-9s4 5 4 9z"
        />
      </>
    ),
    dried: small(
      <path
        className="fine"
        d="M30 50C36 40 40 52 46 42C50 34 56 50 62 38C68 50 74 36 80 46C84 52 88 42 92 52M54 70L58 80L54 90L60 100M66 70L62 82L68 92L64 104"
      />,
    ),
    frosted: (
      <>
        {small(null)}
        <path d="M100 10V30M91 15L109 25M91 25L109 15M16 10V30M7 15L25 25M7 25L25 15" />
      </>
    ),
    decayed: (
      <path
        className="fill"
        d="M20 64C22 44 40 34 60 36C84 38 100 50 100 66C92 62 88 76 82 66C76 62 74 80 68 68L66 86H54L52 68C46 80 42 62 36 68C30 76 26 62 20 64Z"
      />
    ),
  },
  'specimen-whole': {
    whole: small(null),
    damaged: small(<path className="paper" d="M84 14C78 26 86 30 80 40C90 40 92 50 104 50L112 20Z" />),
  },
  'specimen-cut': {
    'through-the-middle': (
      <>
        <circle className="fill" cx="60" cy="50" r="36" />
        <path className="glow" d="M60 6V94" />
        <path d="M60 4V96" />
      </>
    ),
    'off-centre': (
      <>
        <circle className="fill" cx="60" cy="50" r="36" />
        <path className="glow" d="M86 14V86" />
        <path d="M86 6V94" />
        <path className="gone" d="M60 18V82" />
      </>
    ),
  },
  'ball-skin': {
    'thin-soft': (
      <>
        <circle className="fill" cx="60" cy="50" r="38" />
        <circle className="paper" cx="60" cy="50" r="35" />
      </>
    ),
    'thick-rind': (
      <>
        <circle className="here" cx="60" cy="50" r="38" />
        <circle className="paper" cx="60" cy="50" r="27" />
      </>
    ),
    bag: (
      <>
        <path className="here" d="M60 12C92 14 98 44 92 60L76 52C70 44 50 44 44 52L28 60C22 44 28 14 60 12Z" />
        <path className="paper" d="M30 60C34 40 86 40 90 60C92 84 74 90 60 90C46 90 28 84 30 60Z" />
      </>
    ),
    'no-ball': small(null),
  },
  'stem-join': {
    'breaks-clean': (
      <>
        <path className="fill" d="M16 46C20 8 100 8 104 46C92 52 76 50 72 44H48C44 50 28 52 16 46Z" />
        <path className="here" d="M50 60C54 56 66 56 70 60L72 96H48Z" />
      </>
    ),
    joined: (
      <>
        <path className="fill" d="M16 46C20 8 100 8 104 46Z" />
        <path className="here" d="M48 46H72L74 96H46Z" />
        <path d="M48 54L56 60L62 54L72 62" />
      </>
    ),
    flows: <path className="here" d="M10 22C40 36 80 36 110 22C98 46 76 54 70 96H50C44 54 22 46 10 22Z" />,
    'no-stem': <circle className="fill" cx="60" cy="54" r="38" />,
  },
  'stem-inside': { 'no-stem': <circle className="fill" cx="60" cy="54" r="38" /> },
  'flesh-texture': {
    soft: (
      <path className="fill" d="M14 44C34 24 60 30 76 44C92 58 104 56 110 50C108 70 92 78 74 70C54 60 34 56 14 60Z" />
    ),
    fibrous: (
      <>
        <path className="fill" d="M14 30H40V70H14ZM80 30H106V70H80Z" />
        <path d="M40 34C54 30 66 40 80 36M40 44C54 40 66 50 80 44M40 54C54 60 66 48 80 54M40 64C54 60 66 70 80 64" />
      </>
    ),
    firm: (
      <>
        <path className="fill" d="M22 40L40 26H100L82 40Z" />
        <path className="fill" d="M22 40H82V76H22ZM82 40L100 26V62L82 76Z" />
      </>
    ),
    hard: (
      <>
        <path className="fill" d="M22 40L40 26H100L82 40Z" />
        <path className="fill" d="M22 40H82V76H22ZM82 40L100 26V62L82 76Z" />
        <path d="M52 4V18M52 18L46 12M52 18L58 12M32 48H72M32 58H72M32 68H72" />
      </>
    ),
  },
  substrate: {
    'woodland-soil': (
      <>
        {tree(34, 0.9)}
        {tree(86, 0.7)}
        {ground}
      </>
    ),
    grass: (
      <>
        {[24, 48, 72, 96].map(grass)}
        {ground}
      </>
    ),
    wood: (
      <>
        <path className="fill" d="M20 50H92C104 50 104 84 92 84H20Z" />
        <ellipse className="paper" cx="20" cy="67" rx="9" ry="17" />
        <path className="fine" d="M20 60a4 7 0 0 1 0 14M40 58H84M36 70H90" />
      </>
    ),
  },
  habitat: {
    wet: (
      <path d="M8 40C24 28 36 52 52 40C68 28 80 52 96 40C102 36 108 38 112 40M8 60C24 48 36 72 52 60C68 48 80 72 96 60C102 56 108 58 112 60M8 80C24 68 36 92 52 80C68 68 80 92 96 80C102 76 108 78 112 80" />
    ),
    grassland: (
      <>
        {[24, 48, 72, 96].map(grass)}
        {ground}
      </>
    ),
    tilled: <path d="M14 84L44 30M40 84L54 30M66 84L64 30M94 84L76 30M8 30H112" />,
    woodland: (
      <>
        {tree(34, 0.9)}
        {tree(86, 0.7)}
        {ground}
      </>
    ),
    heath: (
      <>
        {ground}
        <g className="fill">
          {[20, 44, 68, 92].map((x) => (
            <path key={x} d={`M${x} 82C${x - 14} 74 ${x - 10} 56 ${x + 2} 58C${x + 16} 56 ${x + 16} 76 ${x} 82Z`} />
          ))}
        </g>
      </>
    ),
  },
} satisfies Record<string, Record<string, ReactNode>>;
