import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Prints
  halfWhiteHalfBlackShows: 'Half white, half black: shows any colour',
  white: 'White',
  black: 'Black',
  glassToBeHeldOver: 'Glass: to be held over both',
  sporePrints: 'Spore prints',
  aCapCutFromIts:
    'A cap, cut from its stem and laid gills down under a cup, drops its spores within 2 to 12 hours. Look at what lies there in daylight. A cap that is old, soaked or frozen may drop nothing; that says nothing of what it is.',
  noneLiesWaitingAPrint: 'None lies waiting. A print is laid from the bench of a mushroom, under “Make a spore print”.',
  printsThatLieWaiting: 'Prints that lie waiting',
  lookedAt: 'Looked at',
  printsThatWereLookedAt: 'Prints that were looked at',
  letThisDeviceRemindMe: 'Let this device remind me while the page is open',
  theCalendarWithAReminder: 'The calendar, with a reminder for each print',
  allThatWaitsAtHome: 'All that waits at home',
  aNewPrint: 'A new print',
  whereOnTheTraySo: 'Where on the tray, so that none is taken for another',
  onWhat: 'On what',
  itFellByItselfOn: 'It fell by itself, on the cap below or on a leaf: there is nothing to wait for',
  layIt: 'Lay it',
  notNow: 'Not now',
  toBeLookedAtNow: 'To be looked at now.',
  toBeLookedAtFrom: (what: Said) => `To be looked at from ${what}; before that it counts as unsure.`,
  toBeLookedAtNow2: (what: Said) => `To be looked at now, until ${what}.`,
  itShouldHaveBeenLooked: (what: Said) =>
    `It should have been looked at by ${what}: look now, and mind that more than spores may lie there.`,
  laid: (what: Said) => `Laid ${what}. `,
  fellAndIsReadOn: (name: Said) => `${name} fell, and is read on its record.`,
  nothingFell: 'Nothing fell.',
  undo: 'Undo',
  whatFell: (name: Said, what: Said) => `What fell: ${name}${what}`,
  nothingFell2: 'Nothing fell',
  thePrintWasTakenAway: 'The print was taken away.',
  bringItBack: 'Bring it back',
  takeItAway: 'Take it away',
} as const;
