import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Charts
  theDaysOfTheTable: (year: Said) => `The days of ${year}: the table below says the same`,
  marginsInTheListBelow: (year: Said) => `Margins in ${year}: the list below says the same`,
  margin: (date: Said, name: Said, margin: Said) => `${date}: ${name}, margin ${margin}`,
  ownDays: (what: Said) => `Own days: ${what}`,
  // Year
  year: 'Year',
  theYear: (year: Said) => `The year ${year}`,
  nothingIsKeptOfThis: 'Nothing is kept of this year. What you find, gather and eat stands here.',
  meal: 'meal',
  meals: 'meals',
  foundTakenLeft: (found: Said, what: Said, left: Said, meals: Said, what2: Said) =>
    `${found} found, ${what} taken, ${left} left, ${meals} ${what2}.`,
  aCircleIsLargerThe:
    ' A circle is larger the more was found; it is filled where something was taken, and dashed round where it was eaten.',
  whatItIsMadeOf: 'What it is made of',
  entry: 'entry',
  entries: 'entries',
  entries2: 'Entries',
  closeTheList: 'Close the list',
  byKind: 'By kind',
  byPlace: 'By place',
  noPlaceWasNamed: 'No place was named.',
  byPerson: 'By person',
  whatWasLeftAndWhy: 'What was left, and why',
  noPieceWasLeftFor: 'No piece was left for a reason.',
  whyItWasLeft: 'Why it was left',
  howFarItLayFrom: 'How many mistakes away from a harmful one',
  nothingWasCleared: 'Nothing was cleared.',
  byHowManySlipsAt: 'How many mistakes, all at once, it would have taken for what was cleared to be a harmful kind.',
  margins: 'Margins',
  ownDaysBesideTheAlmanac: 'Own days beside the almanac',
  theAlmanac: (what: Said) => `${what}, the almanac`,
  theDaysAsATable: 'The days as a table',
  day: 'Day',
  found: 'Found',
  taken: 'Taken',
  left: 'Left',
  meals2: 'Meals',
} as const;
