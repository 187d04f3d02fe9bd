/** What is put into a sentence. */
type Said = string | number;

/** All that this view says, part by part, in the order in which it is said. */
export const strings = {
  // Beside
  besideTheList: 'Beside the list',
  thereIsNoRulingLeave: 'There is no ruling. Leave it.',
  theSpecimenAsRead: 'The specimen as read',
  notRuledOut: (length: Said) => `Not ruled out: ${length}`,
  nothingReadYet: 'Nothing read yet',
  read: (length: Said) => `Read: ${length}`,
  openItOnTheBench: 'Open it on the bench',
  // Records
  records: 'Records',
  whatWasLookedAtWhat: 'Everything you looked at. See also the ',
  baskets: 'baskets',
  whatLiesWaitingUnderThe: ', the ',
  sporePrints: 'spore prints',
  andWhatItAllCame: ' and ',
  theYear: 'the year',
  search: 'Search',
  namePlaceNoteRuling: 'Name, place, note, ruling',
  deletedInTheLastThirty: 'Deleted in the last thirty days',
  nothingWasDeletedInThe: 'Nothing was deleted in the last thirty days.',
  noRecordHoldsAllOf: 'No record holds all of these words.',
  nothingWasLookedAtYet: 'Nothing was looked at yet. ',
  startARecord: 'Start a record',
  deletedRecords: 'Deleted records',
  earlierOnes: 'Earlier ones',
  theRecordWasDeleted: 'The record was deleted.',
  bringItBack: 'Bring it back',
  aMushroomWithoutAName: 'A mushroom without a name',
  aPlantWithoutAName: 'A plant without a name',
  showBesideTheList: (name: Said, date: Said) => `Show ${name}, ${date}, beside the list`,
  beingRuledOnAnew: 'Being checked again …',
  cannotBeRuledOn: 'Cannot be checked',
  slips: 'mistakes',
  bringBack: (name: Said, date: Said) => `Bring ${name}, ${date}, back`,
  deleteWord: (name: Said, date: Said) => `Delete ${name}, ${date}`,
  deleteWord2: 'Delete',
} as const;
