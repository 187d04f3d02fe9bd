/** The colours, sizes and typefaces of the look, as custom properties; light and dark differ only in the properties. */
export const light = {
  ink: '#231a2c',
  fog: '#eceaf0',
  paper: '#fbfafc',
  mist: '#d9d5e0',
  stone: '#574d62',
  zest: '#f0dc2e',
  onZest: '#231a2c',
  thorn: '#960d34',
  thornWash: '#f6dfe6',
  cut: '#075b58',
  cutWash: '#d7ecea',
  band: '#231a2c',
  onBand: '#f6f3f8',
} as const;

export const dark: Record<keyof typeof light, string> = {
  ink: '#f1edf5',
  fog: '#16111c',
  paper: '#201928',
  mist: '#3b3147',
  stone: '#bcb2c7',
  zest: '#f3e24b',
  onZest: '#231a2c',
  thorn: '#ff8fae',
  thornWash: '#42182a',
  cut: '#6fd3cc',
  cutWash: '#12393a',
  band: '#2c2238',
  onBand: '#f6f3f8',
};

/** A colour of the look. */
export type Colour = keyof typeof light;

/** The custom property of a colour. */
export const c = (name: Colour): string => `var(--${name})`;

export const face = {
  text: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  head: "'Bricolage Grotesque Variable', system-ui, sans-serif",
} as const;

/** The widest screen, in pixels, on which everything stands in one column. */
export const narrowWidth = 760;
export const narrow = `@media (max-width: ${narrowWidth}px)`;
/** The narrowest screen, in pixels, on which something stands beside a list. */
export const wideWidth = 1240;
export const wide = `@media (min-width: ${wideWidth}px)`;
/** Screens on which the bench stands in two columns. */
export const medium = '@media (max-width: 1120px)';
