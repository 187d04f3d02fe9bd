import { disc, drawAll, leafTo } from './strokes';

/** A nose, from the side, that smells what stands right of it. */
const nose = ':M30 16C28 36 12 46 12 58C12 66 22 70 30 64C36 70 46 66 46 58';
const waves = 'fine:M52 40c4 -5 6 5 10 0M52 52c4 -5 6 5 10 0M52 64c4 -5 6 5 10 0';

const faint = `${nose}|gone:M60 36c6 -8 10 8 16 0s10 8 16 0M60 54c6 -8 10 8 16 0s10 8 16 0M60 72c6 -8 10 8 16 0s10 8 16 0`;
const garlic = `${nose}|${waves}|fill:M88 22C90 40 112 48 110 68C108 84 68 84 66 68C64 48 86 40 88 22Z|fine:M88 26C86 46 78 56 80 80M88 26C90 46 98 56 96 80|:M88 22L86 10M88 22L92 10M80 82l-4 8M88 82v9M96 82l4 8`;
const foul = `${nose}|:M60 30l8 10 8 -10 8 10 8 -10 8 10 8 -10M60 52l8 10 8 -10 8 10 8 -10 8 10 8 -10M60 74l8 10 8 -10 8 10 8 -10 8 10 8 -10`;

/** What a smell is like, each beside the same nose. */
export const scentParts = drawAll({
  scent: {
    faint,
    apricot: `${nose}|${waves}|fill:${disc(88, 58, 25)}|:M88 34C76 46 78 70 88 82M88 34L92 20|fill:${leafTo(91, 24, 20, -8)}`,
    aniseed: `${nose}|${waves}|fill:M88 52L84 26L92 26ZM88 56L110 40L114 48ZM88 60L112 74L106 80ZM88 62L92 90L84 90ZM86 60L68 82L62 74ZM86 54L62 44L68 36Z|paper:${disc(88, 56, 6)}`,
    ink: `${nose}|${waves}|paper:M78 24H98V36L112 50V88H64V50L78 36Z|solid:M67 62H109V85H67Z|:M74 24H102`,
    sickly: `${nose}|${waves}|:M88 60V96|fill:${disc(88, 42, 22)}|:M88 42C92 36 98 42 92 48C84 54 76 44 82 36C90 28 104 36 100 48`,
    rubber: `${nose}|${waves}|fill:${disc(88, 56, 28)}|paper:${disc(88, 56, 14)}|fine:M88 28v6M108 36l-5 5M116 56h-6M108 76l-5 -5M88 84v-6M68 76l5 -5M60 56h6M68 36l5 5`,
    radish: `${nose}|${waves}|fill:M88 38C108 38 110 62 96 76C92 80 90 88 89 96C86 88 84 80 80 76C66 62 68 38 88 38Z|fill:${leafTo(88, 38, -14, -26)}${leafTo(88, 38, 14, -26)}`,
    foul,
    mealy: `${nose}|${waves}|:M88 96V20|fill:${[28, 42, 56, 70].map((y) => leafTo(88, y + 12, -16, -16) + leafTo(88, y + 12, 16, -16)).join('')}${leafTo(88, 26, 0, -20)}`,
    spicy: `${nose}|${waves}|fill:M72 18H84V92H72ZM94 26H106V92H94Z|paper:${disc(78, 18, 6)}${disc(100, 26, 6)}|fine:M78 18m-2 0a2 2 0 1 0 4 0M100 26m-2 0a2 2 0 1 0 4 0`,
    garlic,
  },
  'plant-scent': {
    faint,
    parsley: `${nose}|${waves}|:M88 96V56M88 76L70 58M88 76L106 58|fill:M88 56L78 46L82 42L76 34L86 34L88 24L92 34L100 34L95 42L98 46ZM70 58L58 54L62 48L58 42L68 44L72 38L74 48ZM106 58L118 54L114 48L118 42L108 44L104 38L102 48Z`,
    mousy: `${nose}|${waves}|fill:M58 76C60 54 84 48 98 60C106 56 114 66 116 74C108 84 66 88 58 76Z|fill:${disc(92, 54, 8)}|solid:${disc(104, 68, 2)}|:M58 76C48 84 46 90 56 94|fine:M114 74l6 -4M114 76l6 2`,
    unpleasant: foul,
    garlic,
    aromatic: `${nose}|${waves}|:M88 96V24|fill:${leafTo(88, 84, -28, -8)}${leafTo(88, 84, 28, -8)}${leafTo(88, 60, -24, -10)}${leafTo(88, 60, 24, -10)}${leafTo(88, 38, -16, -12)}${leafTo(88, 38, 16, -12)}|fine:M76 80l-6 -2M100 80l6 -2M78 54l-6 -2M98 54l6 -2`,
    sharp: `${nose}|${waves}|:M88 96V56|fill:${disc(88, 32, 9)}${disc(72, 46, 9)}${disc(104, 46, 9)}${disc(88, 58, 9)}|solid:${disc(88, 45, 3)}|:M112 20L104 30M66 20L73 30M88 8V18`,
  },
});
