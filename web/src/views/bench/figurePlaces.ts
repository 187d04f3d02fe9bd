import type { Kingdom, Organ } from '../../api/client';

/** Where an organ is on the figure, in hundredths of its box: from the left, from the top, width, height. */
export type Place = [Organ, number, number, number, number];

/** On the left half the whole, on the right half what is cut or drawn apart. */
export const places: Record<Kingdom, Place[]> = {
  fungi: [
    ['cap', 3, 2, 44, 40],
    ['underside', 3, 43, 44, 15],
    ['stem', 13, 59, 24, 40],
    ['flesh', 52, 2, 46, 96],
  ],
  plantae: [
    ['flower', 11, 0, 28, 23],
    ['leaf', 1, 24, 48, 40],
    ['root', 8, 74, 33, 26],
    ['leaf', 51, 0, 48, 35],
    ['stem', 51, 36, 24, 30],
    ['flower', 76, 36, 23, 30],
    ['fruit', 51, 68, 24, 30],
    ['bud', 76, 68, 23, 30],
  ],
};
