/** A kind of number that is shown in the user's own units; what is kept is metric. */
export interface InUnits {
  unit: string;
  /** Whole numbers are enough. */
  whole: boolean;
  shown: (kept: number) => number;
  kept: (shown: number) => number;
}

const same = (n: number) => n;
const to = (digits: number) => (n: number) => Number(n.toFixed(digits));
const [tenth, hundredth] = [to(1), to(2)];

/** A foot is 0.3048 m, an inch 25.4 mm and an ounce 28.349523125 g, exactly. */
const foot = 0.3048;
const inch = 25.4;
const ounce = 28.349523125;
/** The fluid ounce of the United States, in millilitres: a gallon of 231 cubic inches has 128 of them, exactly. */
const fluid = (231 * 16.387064) / 128;

/** Heights above the sea, rain, warmth, weights, volumes, and lengths of what one holds in a hand. */
export function inUnits(
  imperial: boolean,
): Record<'height' | 'rain' | 'warmth' | 'weight' | 'volume' | 'length', InUnits> {
  if (!imperial)
    return {
      height: { unit: 'm', whole: true, shown: same, kept: same },
      rain: { unit: 'mm', whole: false, shown: same, kept: same },
      warmth: { unit: '°C', whole: false, shown: same, kept: same },
      weight: { unit: 'g', whole: false, shown: tenth, kept: tenth },
      volume: { unit: 'ml', whole: false, shown: hundredth, kept: hundredth },
      length: { unit: 'mm', whole: false, shown: hundredth, kept: hundredth },
    };
  return {
    height: { unit: 'ft', whole: true, shown: (m) => Math.round(m / foot), kept: (ft) => tenth(ft * foot) },
    rain: { unit: 'in', whole: false, shown: (mm) => hundredth(mm / inch), kept: (i) => tenth(i * inch) },
    warmth: { unit: '°F', whole: false, shown: (c) => tenth(c * 1.8 + 32), kept: (f) => tenth((f - 32) / 1.8) },
    weight: { unit: 'oz', whole: false, shown: (g) => tenth(g / ounce), kept: (oz) => tenth(oz * ounce) },
    volume: { unit: 'US fl oz', whole: false, shown: (ml) => hundredth(ml / fluid), kept: (oz) => tenth(oz * fluid) },
    length: { unit: 'in', whole: false, shown: (mm) => hundredth(mm / inch), kept: (i) => hundredth(i * inch) },
  };
}

/** A number in its unit, as it is read. */
export const withUnit = (kind: InUnits, kept: number): string => `${kind.shown(kept)} ${kind.unit}`;

/** An acre is 4,840 square yards of 0.9144 m, and a square foot 0.09290304 m², exactly. */
const [acre, squareFoot] = [4046.8564224, 0.09290304];

/** An area that is kept in square metres, in the unit that suits its size; the kind of length says in which system. */
export function areaWords(squareMetres: number, length: InUnits): string {
  const large = (n: number, unit: string) => `${tenth(n).toLocaleString()} ${unit}`;
  const small = (n: number, unit: string) => `${Math.round(n).toLocaleString()} ${unit}`;
  if (length.unit === 'ft')
    return squareMetres >= acre ? large(squareMetres / acre, 'acres') : small(squareMetres / squareFoot, 'sq ft');
  return squareMetres >= 10_000 ? large(squareMetres / 10_000, 'ha') : small(squareMetres, 'm²');
}
