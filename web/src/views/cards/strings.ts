import type { Said } from '../../components/said';

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Cards
  pocketCards: 'Pocket cards',
  eightOnAPageOf:
    'Eight on a page of A4, to cut and fold away; the last one is for hygiene and for an emergency. They say what to look at. They clear nothing. ',
  backToTheWalk: 'Back to the walk',
  printCards: (what: Said) => `Print ${what} cards`,
  addACardOf: 'Add a card of',
  noCardIsChosenYet: 'No card is chosen yet, but the one for an emergency.',
  atHome: ' (at home)',
  card: (displayname: Said) => `Card: ${displayname}`,
  season: 'Season',
  caution: 'Caution:',
  mustBeSeen: 'Must be seen:',
  takenForIt: 'Mistaken for it:',
  notAboutThen: ', not there then',
  andMoreLookInThe: (more: Said) => `And ${more} more: look in the guide.`,
  lookInThisOrder: 'Look, in this order:',
  cardHygieneAndEmergency: 'Card: hygiene and emergency',
  ifSomebodyFallsIll: 'If somebody falls ill',
  callThePoisonCentre: 'Call the poison centre, ',
  orTheEmergencyService: ', or the emergency service, ',
  doNotWaitForMore: '. Do not wait for more signs.',
  keepWhatIsLeftRaw: 'Keep what is left: raw pieces, peelings, the meal, what was vomited. Take pictures.',
  sayWhatWasEatenHow: 'Say what was eaten, how much, by whom, when, and when the first sign came.',
  firstSignsAfterSixHours:
    'First signs after six hours or more point to the gravest poisons; early ones do not rule them out.',
  doNotMakeAnybodyVomit: 'Do not make anybody vomit, and give nothing to drink unless you are told to.',
  onTheWalk: 'On the walk',
  everyPieceIsLookedAt: 'Every piece is looked at, not only the first. What is doubtful lies apart.',
  afterAnythingDeadlyOrThat:
    'After anything deadly, or that burns: clean hands and knife before the next piece, and before you eat.',
  paperBagsNeverPlasticLeave: 'Paper bags, never plastic. Leave the small ones, and some of every patch.',
  noVergesSprayedFieldsOr: 'No verges, sprayed fields or old dumps. Local law and the owner come first.',
  atHome2: 'At home',
  cookItThroughTheFirst: 'Cook it through. The first time a small portion, one new kind; keep a raw piece back.',
  feelingWellTheSameEvening: 'Feeling well the same evening proves nothing.',
  thisIsNotAPromise: 'This is not a promise.',
  showAFirstFindTo: ' Show a first find to somebody qualified, in person.',
} as const;
