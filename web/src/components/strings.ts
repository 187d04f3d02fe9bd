import type { Said } from './said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Ask
  beware: 'Beware:',
  takes: (what: Said) => `Takes ${what}`,
  thenHoursWaitingAtHome: (what: Said) => `then ${what} hours' waiting at home`,
  needs: (what: Said) => `needs ${what}`,
  noTouchingNeeded: 'no touching needed',
  aHintItNeverSettles: 'a hint: it never settles anything alone',
  scentedPiecesHandledBeforeThis: 'Scented pieces handled before this one',
  notSureOfIt: 'Not sure of it',
  showsMoreThanOne: 'Shows more than one',
  keepThese: (length: Said) => `Keep these ${length}`,
  cantSeeItBecause: "Can't see it, because …",
  backToWhatIsNext: 'Back to what is next',
  cantSeeItBecause2: "Can't see it, because",
  measuredOrFrom: 'Measured, or from',
  countedOrFrom: 'Counted, or from',
  toIfItVaries: 'To, if it varies',
  unit: 'Unit',
  keepIt: 'Keep it',
  // Equipment
  withWhatIHaveHere: 'With what I have here ',
  without: (what: Said) => `without ${what}`,
  everyToolAndSense: 'every tool and sense',
  atHand: 'At hand',
  anEyeForColours: 'an eye for colours',
  aNose: 'a nose',
  // Guarded
  thisViewCouldNotBe: 'This view could not be shown',
  whatYouKeptIsStill: 'What you kept is still there. Is there a connection, and is the program running?',
  tryAgain: 'Try again',
  // Height
  heightAboveTheSea: 'Height above the sea',
  // Help
  help: 'Help',
  // Keys
  tab: 'Tab',
  enter: 'Enter',
  fromOneThingToThe: 'From one thing to the next, and take it',
  esc: 'Esc',
  closeWhatLiesOnTop: 'Close what lies on top',
  thisHelp: 'This help',
  walkThroughOneMinute: 'Walk through, one minute',
  everyWordWithItsDrawing: 'Every word with its drawing',
  close: 'Close',
  aCutOnACane:
    'A cut on a cane is as long as it weighs. A thin one is only a hint. A leaf is something that speaks for the harmful one. Ten decibans are ten to one, and no look weighs more.',
  showTheWeights: 'Show the weights',
  keys: (what: Said) => `Keys: ${what}`,
  // Leaving
  whatYouWroteHereIs: 'What you wrote here is not kept yet',
  itStaysHereAsA: 'It stays here as a draft, and is there again when you come back.',
  stayHere: 'Stay here',
  leaveItAsADraft: 'Leave it as a draft',
  // Notice
  oneAnswerIs: 'One answer is',
  answersAre: (unkept: Said) => `${unkept} answers are`,
  notKeptYetZestyThicket: (what: Said) =>
    `${what} not kept yet: Zesty Thicket does not answer. It is sent again by itself.`,
  zestyThicketDoesNotAnswer: 'Zesty Thicket does not answer. What you see may be old; it is tried again by itself.',
  noAnswerForThreeSeconds: 'No answer for three seconds; still waiting.',
  sendItAgainNow: 'Send it again now',
  // Page
  loading: 'Loading …',
  thatDidNotWork: 'That did not work.',
  thatDidNotWork2: 'That did not work',
  // Photographs
  itHasMbAPhotograph: (what: Said) => `It has ${what} MB; a photograph may have 25.`,
  photographs: 'Photographs',
  notTakenIn: 'Not taken in',
  beingSent: 'Being sent …',
  leaveItOut: 'Leave it out',
  aPhotographOf: 'A photograph of',
  theWholeBasket: 'The whole basket',
  takeAPhotograph: 'Take a photograph',
  chooseFiles: 'Choose files',
  photograph: (says: Said) => `Photograph: ${says}`,
  cannotBeRead: 'Cannot be read',
  beingMadeReady: 'Being made ready …',
  // Scale
  onAScale: (what: Said) => `On a scale: ${what}`,
  // Shell
  setYours: 'set yours',
  thisIsNotAPromise: 'This is not a promise.',
  neverEatOnTheWord:
    ' Never eat on the word of a program: show a first find to somebody qualified, in person. Check every piece.',
  cookWildMushroomsFirstTime:
    'Cook wild mushrooms. First time: a small portion, one new kind, keep a raw piece back. Feeling well the same evening proves nothing.',
  localLawProtectedKindsAnd:
    'Local law, protected kinds and the landowner come first. No verges, sprayed fields or old dumps. Children, pregnancy, medicines, allergy: ask a clinician.',
  somebodyIsIll: 'Somebody is ill',
  poisonCentre: 'Poison centre',
  emergency: 'Emergency',
  settings: 'Settings',
  toTheWorkItself: 'To the work itself',
  views: 'Views',
  zestyThicket: 'Zesty Thicket',
  // Stars
  notFollowed: 'not followed',
  oneMore: (name: Said, said: Said) => `${name}: ${said}; one more`,
  // Strip
  theGuideDoesNotSay: 'the guide does not say when',
  // TaxonPicker
  anyName: 'Any name',
  found: (label: Said) => `Found: ${label}`,
  ofSomethingToTake: ' of something to take',
  thisGuideHasNoSuch: (what: Said) => `This guide has no such name${what}.`,
  // UndoRedo
  undo: 'Undo',
  redo: 'Redo',
  // Urgent
  aSporePrintCanBe: (what: Said) => `A spore print can be looked at now: ${what}`,
  itsTimeHasCome: (what: Said) => `Its time has come: ${what}`,
  later: 'Later',
  lookAtItInDaylight: 'Look at it in daylight, before the cap begins to rot.',
  handsAndKnife: 'Hands and knife',
  cleanHandsAndKnife: 'Clean hands and knife',
  wasHandledWhatYouSmell: (after: Said) => `: ${after} was handled. What you smell now counts as faded. `,
  theBasket: 'The basket',
  theyAreClean: 'They are clean',
  timeIsOver: (name: Said) => `Time is over: ${name}`,
  itWasForMinutes: (says: Said, minutes: Said) => `It was ${says} for ${minutes} minutes.`,
  aTimer: 'A timer',
  timeIsOver2: 'Time is over',
  isBeing: (name: Said, says: Said) => `: ${name} is being ${says}. `,
  theBatch: 'The batch',
  silence: 'Silence',
  // UseAndHarm
  nothingToTakeNoHarm: 'Nothing to take, no harm known',
  hurtsToTouch: 'hurts to touch',
  // Ask, one more look
  sayWhoLooked: 'Say who looked.',
  somethingElse: 'Something else',
  whoLooks: 'Who looks',
  somebodyElseLooks: 'Somebody else looks',
  theirName: 'Their name',
  atAnotherPiece: 'At another piece of the same find',
} as const;
