/** How the colours are shown that states name. They stand beside their word, never alone. */
export const swatches = {
  white: '#f7f1e3',
  yellow: '#f2c230',
  orange: '#e5812b',
  red: '#b8312f',
  green: '#8a9a3f',
  brown: '#6f4a2d',
  grey: '#9a979c',
  pink: '#e3a3a0',
  rust: '#a4551f',
  olive: '#7c7430',
  ochre: '#d9b06a',
  chocolate: '#4b2b2a',
  dark: '#33243b',
  'pink-purple': '#a5629b',
  'brown-violet': '#6b4653',
  'bright-yellow': '#f7d800',
  'dull-yellow': '#c4b15a',
  blue: '#3d5c9c',
  black: '#1d1b1e',
  violet: '#7d5aa6',
  'green-white': '#dfe6c4',
  'blue-black': '#2b2f55',
  'pink-red': '#c9696a',
  none: '#f7f1e3',
};

/** The colour of a state, where colour tells it. */
export const swatchOf = (state: string | undefined): string | undefined =>
  (swatches as Record<string, string>)[state ?? ''];
