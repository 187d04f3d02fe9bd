import type { Shown, Sizes } from './Part';

/** A place on a stem where leaves stand, and the direction in which the stem goes on there, in degrees (0 to the right, up is −90). */
export type Seat = [x: number, y: number, along: number];

/** A leaf: where it grows from, in which direction, how long. */
export type Standing = [x: number, y: number, turn: number, length: number];

/** How a plant stands as the eye takes it in first, in a box of 120 by 200 with the ground at 150. */
export interface Pose {
  /** Its stems, and how stout they are. */
  stems: string;
  stout: number;
  /** What it stands on or holds on by, that is not of itself. */
  beside?: string;
  /** What of itself is only outlined: a crown. */
  outline?: string;
  /** Where leaves stand, stem by stem, from the foot up. */
  seats: Seat[][];
  /** Whether it is one stem that stands upright, on which blotches and hairs are seen. */
  upright?: boolean;
  /** Where it comes out of the ground. */
  foot: [number, number];
  /** How long a leaf is drawn. */
  leaf: number;
  /** Where flowers and fruits hang, and how large they are drawn. */
  tips: [x: number, y: number, scale: number][];
}

const upright: Pose = {
  upright: true,
  stems: 'M60 42V148',
  stout: 2,
  seats: [
    [
      [60, 134, -90],
      [60, 114, -90],
      [60, 92, -90],
      [60, 70, -90],
    ],
  ],
  foot: [60, 146],
  leaf: 42,
  tips: [[60, 42, 0.45]],
};

const bark = 'M74 2V152M108 2V152M82 20V40M98 34V58M84 70V92M100 96V118M86 122V144';
const pole = 'M57 4V152M63 4V152';

const poses = {
  upright,
  rosette: { ...upright, upright: false, stems: '', seats: [] },
  scape: { ...upright, seats: [] },
  creeping: {
    stems: 'M8 147C38 141 72 149 112 141M94 143C98 126 94 110 96 96',
    stout: 2,
    beside: 'M24 146l-4 9M26 146l3 10M58 146l-3 10M60 146l4 9M92 144l-3 10M94 144l4 9',
    seats: [
      [
        [18, 145, -4],
        [42, 144, 0],
        [66, 146, 0],
        [86, 145, -4],
      ],
    ],
    foot: [60, 146],
    leaf: 30,
    tips: [[96, 96, 0.38]],
  },
  sprawling: {
    stems: 'M8 148C44 150 78 136 92 58',
    stout: 2,
    seats: [
      [
        [30, 148, -6],
        [52, 143, -18],
        [72, 124, -52],
        [85, 94, -72],
      ],
    ],
    foot: [10, 148],
    leaf: 34,
    tips: [[92, 58, 0.42]],
  },
  leaning: {
    stems: 'M28 148C40 112 62 74 90 40',
    stout: 2,
    beside: 'M88 8L104 152M94 8L110 152',
    seats: [
      [
        [36, 126, -68],
        [48, 102, -62],
        [62, 78, -56],
        [76, 58, -50],
      ],
    ],
    foot: [28, 146],
    leaf: 36,
    tips: [[90, 40, 0.42]],
  },
  'dwarf-shrub': {
    stems:
      'M60 150C50 134 30 124 18 104M60 150C54 130 42 112 38 92M60 150V84M60 150C66 130 78 112 82 92M60 150C70 134 90 124 102 104',
    stout: 2.6,
    seats: [
      [
        [36, 127, -136],
        [24, 112, -128],
      ],
      [
        [45, 114, -108],
        [39, 97, -102],
      ],
      [
        [60, 112, -90],
        [60, 92, -90],
      ],
      [
        [75, 114, -72],
        [81, 97, -78],
      ],
      [
        [84, 127, -44],
        [96, 112, -52],
      ],
    ],
    foot: [60, 148],
    leaf: 25,
    tips: [
      [38, 92, 0.26],
      [82, 92, 0.26],
    ],
  },
  mat: {
    stems: 'M6 147C34 140 72 150 114 142M34 144C36 136 36 128 40 118M72 147C74 138 76 130 80 118',
    stout: 2.6,
    beside: 'M24 146l-4 9M26 146l3 10M58 147l-3 10M60 147l4 9M96 144l-3 10M98 144l4 9',
    seats: [
      [
        [14, 145, -6],
        [26, 143, 0],
        [52, 146, 4],
        [62, 147, 0],
        [88, 145, -6],
        [104, 143, -4],
      ],
      [
        [36, 134, -86],
        [39, 122, -80],
      ],
      [
        [75, 134, -80],
        [79, 122, -76],
      ],
    ],
    foot: [60, 146],
    leaf: 20,
    tips: [
      [40, 118, 0.24],
      [80, 118, 0.24],
    ],
  },
  arching: {
    stems: 'M54 150C50 96 34 62 4 96M60 150C60 60 84 44 116 92M64 150C70 116 86 104 104 130',
    stout: 2.8,
    seats: [
      [
        [50, 112, -98],
        [39, 84, -128],
        [22, 80, 170],
        [10, 88, 140],
      ],
      [
        [61, 122, -88],
        [68, 84, -70],
        [86, 66, -10],
        [104, 76, 46],
      ],
    ],
    foot: [60, 148],
    leaf: 30,
    tips: [
      [78, 66, 0.3],
      [30, 80, 0.3],
    ],
  },
  shrub: {
    stems: 'M56 150C52 116 38 82 22 44M60 150V30M64 150C68 116 82 82 98 44',
    stout: 3,
    seats: [
      [
        [49, 114, -106],
        [40, 86, -110],
        [29, 60, -112],
      ],
      [
        [60, 104, -90],
        [60, 74, -90],
        [60, 48, -90],
      ],
      [
        [71, 114, -74],
        [80, 86, -70],
        [91, 60, -68],
      ],
    ],
    foot: [60, 148],
    leaf: 28,
    tips: [
      [60, 30, 0.3],
      [98, 44, 0.3],
    ],
  },
  tree: {
    stems:
      'M54 150C57 130 57 112 55 94M66 150C63 130 63 112 65 94M57 96C52 80 34 68 22 50M60 94V34M63 96C68 80 86 68 98 50',
    stout: 2.4,
    outline: 'M60 4C92 0 120 26 117 54C116 80 90 100 68 95M52 95C30 100 4 80 3 54C0 26 28 0 60 4',
    seats: [
      [
        [50, 84, -128],
        [40, 72, -132],
        [30, 60, -130],
      ],
      [
        [60, 76, -90],
        [60, 58, -90],
        [60, 44, -90],
      ],
      [
        [70, 84, -52],
        [80, 72, -48],
        [90, 60, -50],
      ],
    ],
    foot: [60, 148],
    leaf: 29,
    tips: [
      [98, 50, 0.28],
      [60, 34, 0.28],
    ],
  },
  'on a trunk': {
    stems: 'M62 150C70 134 92 128 88 104C84 84 98 72 92 48C88 32 94 20 92 6M88 70C76 62 66 52 56 46',
    stout: 3,
    beside: bark,
    seats: [
      [
        [84, 122, -100],
        [88, 98, -96],
        [92, 62, -86],
        [90, 30, -90],
      ],
    ],
    foot: [62, 148],
    leaf: 34,
    tips: [[56, 46, 0.36]],
  },
  'round a trunk': {
    stems: 'M60 150C66 146 70 144 74 142L108 120M74 104L108 82M74 66L108 44M74 28L108 8M108 82C100 74 62 66 48 52',
    stout: 3,
    beside: bark,
    seats: [
      [
        [82, 136, -40],
        [94, 90, -40],
        [88, 58, -40],
        [94, 16, -40],
      ],
    ],
    foot: [60, 148],
    leaf: 34,
    tips: [[48, 52, 0.36]],
  },
  'up a pole': {
    stems: 'M44 150C48 130 46 110 50 92C52 74 48 58 52 36',
    stout: 1.6,
    beside: pole,
    seats: [
      [
        [47, 130, -92],
        [48, 106, -88],
        [51, 80, -92],
        [50, 56, -90],
      ],
    ],
    foot: [44, 148],
    leaf: 38,
    tips: [[52, 36, 0.42]],
  },
  'round a pole': {
    stems: 'M60 150C86 142 86 128 60 121C34 114 34 100 60 93C86 86 86 72 60 65C38 59 40 46 60 38',
    stout: 1.6,
    beside: pole,
    seats: [
      [
        [80, 134, -90],
        [40, 106, -90],
        [80, 78, -90],
        [44, 54, -90],
      ],
    ],
    foot: [60, 148],
    leaf: 36,
    tips: [[60, 38, 0.42]],
  },
} satisfies Record<string, Pose>;

/** The height in centimetres, usual in the middle, above which what is “a tree or tall shrub” is drawn with one trunk. Common practice; no source. */
const trunkFrom = 500;

/** How a plant stands by what was read of it. */
export function poseOf(shown: Shown, sizes: Sizes): Pose {
  const { climbing, posture, inflorescence } = shown;
  const stands = shown['fruit-stand'] !== undefined || inflorescence !== undefined;
  switch (shown['growth-form']) {
    case 'dwarf-shrub':
      return posture === 'creeping' || posture === 'sprawling' ? poses.mat : poses['dwarf-shrub'];
    case 'tree':
      if (posture === 'sprawling' || posture === 'leaning') return poses.arching;
      return (sizes['plant-height'] ?? trunkFrom) < trunkFrom ? poses.shrub : poses.tree;
    case 'woody-climber':
      return climbing === 'twining' ? poses['round a trunk'] : poses['on a trunk'];
    case 'soft-climber':
      return climbing === 'twining' ? poses['round a pole'] : poses['up a pole'];
    case 'fern':
      return poses.rosette;
  }
  if (climbing === 'twining') return poses['round a pole'];
  if (climbing === 'tendrils') return poses['up a pole'];
  switch (posture) {
    case 'creeping':
      return poses.creeping;
    case 'sprawling':
      return poses.sprawling;
    case 'leaning':
      return poses.leaning;
    case 'stemless':
      return stands ? poses.scape : poses.rosette;
  }
  return upright;
}

/** Leaves of a plant that has all of them at its foot: swords and grasses stand up, others lie about. */
function fromFoot([x, y]: [number, number], shown: Shown): Standing[] {
  if (shown['growth-form'] === 'fern')
    return [-158, -128, -90, -52, -22].map((turn, i) => [x, y, turn, i === 2 ? 100 : 84]);
  if (shown['leaf-shape'] !== 'narrow')
    return [
      [x - 2, y, -168, 44],
      [x - 2, y, -138, 50],
      [x + 2, y, -42, 50],
      [x + 2, y, -12, 44],
    ];
  switch (shown['leaf-bases']) {
    case 'fan':
      return [-124, -107, -90, -73, -56].map((turn, i) => [x + 3 * (i - 2), y - 18, turn, 92]);
    case 'stack':
      return [-101, -95, -90, -85, -79].map((turn, i) => [x + 2 * (i - 2), y - 26, turn, i === 2 ? 110 : 98]);
    case 'apart':
      return [-112, -98, -82, -68].map((turn, i) => [x + 16 * (i - 1.5), y, turn, 92]);
  }
  return [-116, -102, -78, -64].map((turn) => [x, y, turn, 92]);
}

/** Where a plant's leaves stand, for how they are arranged. */
export function leavesOf(pose: Pose, shown: Shown): Standing[] {
  const arranged = shown['leaf-arrangement'];
  const low: Seat[] = [0, 1, 2, 3].map((i) => [pose.foot[0], pose.foot[1] - 5 * i, -90]);
  const stems = pose.seats.length > 0 ? pose.seats : [low];
  const length = (i: number) => pose.leaf * (1 - 0.07 * i);
  if (arranged === 'basal' || shown['growth-form'] === 'fern') return fromFoot(pose.foot, shown);
  return stems.flatMap((seats): Standing[] => {
    const pairs = seats.filter((_, i) => seats.length < 3 || i % 2 === 0);
    switch (arranged) {
      case 'alternate':
        return seats.map(([x, y, along], i) => [x, y, along + (i % 2 ? 66 : -66), length(i)]);
      case 'opposite':
        return pairs.flatMap(([x, y, along], i) => [
          [x, y, along - 66, length(2 * i)],
          [x, y, along + 66, length(2 * i)],
        ]);
      case 'crosswise':
        return pairs.flatMap(([x, y, along], i) => [
          [x, y, along - 72, length(2 * i)],
          [x, y, along + 72, length(2 * i)],
          // The next pair stands towards and away from who looks.
          [
            x + 18 * Math.cos((along * Math.PI) / 180),
            y + 18 * Math.sin((along * Math.PI) / 180),
            along - 26,
            pose.leaf * 0.5,
          ],
          [
            x + 18 * Math.cos((along * Math.PI) / 180),
            y + 18 * Math.sin((along * Math.PI) / 180),
            along + 152,
            pose.leaf * 0.4,
          ],
        ]);
      case 'whorled': {
        const [x, y, along] = seats[Math.floor(seats.length / 2)] ?? [60, 106, -90];
        return [-84, -44, 44, 84].map((d) => [x, y, along + d, pose.leaf * (Math.abs(d) > 60 ? 1 : 0.86)]);
      }
      default:
        return [];
    }
  });
}
