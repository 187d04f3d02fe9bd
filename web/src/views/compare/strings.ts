import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Compare
  backToTheBench: 'Back to the bench',
  sideBySide: 'Side by side',
  whichWhenAndWithWhat: 'Which, when and with what',
  insteadOf: (what: Said) => `Instead of ${what}`,
  thisOne: 'This one',
  layBeside: (what: Said) => `Lay beside ${what}`,
  whatIsThereToSee: 'What can be seen on',
  onAnyDay: 'On any day',
  today: 'Today',
  thatDidNotWork: 'That did not work.',
  nowChooseWhatToLay: (what: Said) => `Now choose what to lay beside ${what}.`,
  chooseOneThenUpTo: 'Choose one, then up to four to lay beside it.',
  whichOneStandsBesideIt: 'Which one stands beside it',
  theFirmestFirstEnoughMarks: (what: Said) =>
    `The surest differences first. “Enough” marks the shortest way to tell ${what} from everything harmful in this guide, not only from these.`,
  whatPartsThem: 'What tells them apart',
  takeAway: (displayname: Said) => `Take ${displayname} away`,
  takeAway2: 'Take away',
  drawnFromTheGuide: (displayname: Said) => `${displayname}, drawn from the guide`,
  nothingThatCanBeSeen: 'Nothing that can be seen then tells them apart. Leave it.',
  aHintItNeverSettles: 'a hint: it never settles anything alone',
  enoughWithTheOthersMarked: 'enough, with the others marked',
  theGuideDoesNotSay: 'The guide does not say',
  showsSeldomOrNeverWhat: 'rarely or never looks like the first',
  ofThisOne: (name: Said) => `${name} of this one`,
  notReadYet: 'not read yet',
  thisOne2: (what: Said) => `This one: ${what}`,
  readAgain: 'Read again',
  readItHere: 'Read it here',
  close: 'Close',
} as const;
