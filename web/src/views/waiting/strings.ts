import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Waiting
  toFinishAtHome: 'To finish at home',
  whatIsDoubtfulLiesIn:
    'What is doubtful lies in a bag of its own until it is settled. Nothing of it comes to what is eaten, and hands and knife are cleaned after it.',
  nothingWaits: 'Nothing waits.',
  timers: 'Timers',
  isBeing: (name: Said, says: Said) => `${name} is being ${says}`,
  overAt: (what: Said) => `Over at ${what}`,
  waitedFor: 'Waited for',
  itsTimeIsOver: 'Its time is over',
  itsTimeHasCome: 'Its time has come',
  from: (what: Said) => `From ${what}`,
  done: (what: Said) => `Done: ${what}`,
  done2: (what: Said) => `Done: ${what}.`,
  undo: 'Undo',
  done3: 'Done',
  sporePrints: 'Spore prints',
  stillToWaitFor: 'Still to wait for',
  toBeLookedAtNow: 'To be looked at now',
  looksThatWait: 'Looks that wait',
  itLiesApartNothingElse: 'It lies apart: nothing else would tell any more.',
  waitsFor: (name: Said, forWord: Said) => `${name}: waits for ${forWord}`,
  doubtfulPieces: 'Doubtful pieces',
  n1PieceLiesApart: '1 piece lies apart',
  piecesLieApart: (pieces: Said) => `${pieces} pieces lie apart`,
  waitForSomethingElse: 'Wait for something else',
  somethingThatIsWaitedFor: 'Something that is waited for',
  what: 'What',
  theCutVineIsDry: 'The cut vine is dry, come back to the fold',
  why: 'Why',
  fromWhenOn: 'From when on',
  waitForIt: 'Wait for it',
} as const;
