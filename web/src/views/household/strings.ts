import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Household
  whoEatsHere: 'Who eats here',
  whatIsSaidHereStays:
    'What is said here stays on this machine. It is told before a meal is noted, and on the emergency sheet.',
  nobodyIsNamedYet: 'Nobody is named yet.',
  people: 'People',
  aChild: 'a child',
  pregnantOrNursing: 'pregnant or nursing',
  takesMedicines: 'takes medicines',
  reactsTo: (what: Said) => `reacts to ${what}`,
  noCautionIsSet: 'No caution is set.',
  change: 'Change',
  isOfTheHouseholdNo: (name: Said) => `${name} is of the household no longer; meals keep the name.`,
  undo: 'Undo',
  remove: (name: Said) => `Remove ${name}`,
  aPerson: 'A person',
  name: 'Name',
  aChild2: 'A child',
  pregnantOrNursing2: 'Pregnant or nursing',
  takesMedicines2: 'Takes medicines',
  aDiseaseThatMattersSuch: 'A disease that matters, such as of the kidneys',
  reactsTo2: (what: Said) => `Reacts to ${what}`,
  notTo: (what: Said) => `Not to ${what}`,
  reactsTo3: 'Reacts to',
  keepIt: 'Keep it',
  notNow: 'Not now',
  addSomebody: 'Add somebody',
  toTheKitchen: 'To the kitchen',
} as const;
