/** Where the number of a character stands on the half of a figure that shows it. */
type Places = Record<string, [number, number]>;

const places: Record<'fungi' | 'plantae', [Places, Places]> = {
  fungi: [
    {
      'cap-shape': [102, 26],
      'cap-surface': [22, 30],
      'cap-patches': [44, 18],
      'cap-margin': [114, 60],
      'cap-diameter': [60, 10],
      underside: [104, 74],
      'gill-spacing': [14, 76],
      'gill-form': [30, 84],
      'stem-ring': [88, 94],
      'ring-under': [32, 98],
      'stem-net': [78, 74],
      'stem-surface': [78, 110],
      'stem-base': [92, 126],
      'stem-place': [42, 70],
      'stem-width': [44, 112],
      substrate: [8, 120],
      growth: [112, 112],
      'ball-diameter': [100, 44],
    },
    {
      'gill-attachment': [38, 84],
      'cut-section': [60, 28],
      'stem-inside': [60, 96],
      'cap-hang': [98, 70],
      'ball-skin': [104, 48],
      'flesh-change': [112, 10],
      'flesh-thickness': [84, 38],
      'flesh-texture': [36, 38],
      milk: [102, 84],
      'gill-peel': [20, 74],
    },
  ],
  plantae: [
    {
      inflorescence: [88, 16],
      'fruit-stand': [20, 24],
      'leaf-arrangement': [104, 66],
      'leaves-to-stalk': [30, 132],
      'leaf-bases': [82, 142],
      'leaf-snap': [14, 96],
      'stem-hair': [70, 62],
      'stem-blotches': [50, 52],
      'stem-skin': [50, 66],
      'plant-height': [60, 36],
      root: [88, 172],
      'root-colour': [34, 176],
      climbing: [4, 144],
      'growth-form': [112, 162],
      posture: [70, 140],
    },
    {
      'leaf-division': [96, 6],
      'leaf-shape': [122, 16],
      'leaf-margin': [112, 42],
      'leaf-veins': [78, 24],
      'leaf-hair': [60, 46],
      'leaf-substance': [44, 16],
      'leaf-attachment': [34, 62],
      'leaflet-count': [124, 30],
      'stem-section': [6, 84],
      'stem-core': [54, 84],
      'flower-form': [118, 84],
      'petal-count': [74, 84],
      'petal-tip': [74, 130],
      'fruit-type': [6, 148],
      'fruit-calyx': [28, 146],
      'berry-diameter': [16, 196],
      'seeds-per-fruit': [60, 162],
      'seed-shape': [62, 196],
      'bud-arrangement': [74, 148],
      'bud-form': [96, 148],
      'leaf-scar': [122, 148],
    },
  ],
};

/** The characters whose numbers a half of a figure can carry. */
export function Numbers({ kingdom, half, numbers }: { kingdom: string; half: 0 | 1; numbers: Record<string, number> }) {
  const at = places[kingdom === 'fungi' ? 'fungi' : 'plantae'][half];
  return Object.entries(numbers).map(([character, n]) => {
    const [x, y] = at[character] ?? [];
    if (x === undefined || y === undefined) return null;
    return (
      <g key={character} className="number" data-number={n}>
        <circle cx={x} cy={y} r="8" />
        <text x={x} y={y + 3.6} textAnchor="middle">
          {n}
        </text>
      </g>
    );
  });
}
