export { explain, outOfBoundsWords, type Problem } from './explain';
export { howMany } from './howMany';
export { apartWords, fillEndWords } from './fillEndWords';
export { inAllWords } from './inAllWords';
export * from './names';
export { GLOSSARY, type Entry, type GlossaryKey } from './glossary';
export {
  CAUSE_NAMES,
  causeWords,
  leakWords,
  TELLER_WORDS,
  unseenCleaningWords,
  wrongIntervalWords,
} from './causeWords';
export { entityName, factWords } from './factWords';
export { TOOL_NAMES, toolWords } from './toolWords';
export { lotName } from './lotName';
export {
  ACT_NAMES,
  adviceTitle,
  answerWords,
  CHIP_WHY,
  contradictionWords,
  emptyAtWords,
  notKnownWords,
  reasonWords,
  safeSheetsWords,
} from './adviceWords';
export {
  CAUSE_WORDS,
  LEVER_WORDS,
  PRICES_WORDS,
  PURCHASE_WORDS,
  taxWords,
  unknownInkWords,
} from './costWords';
export { BAR_WORDS, POLICY_WORDS } from './planWords';
export { findingWords, gapWords, problemWords, spokenReport, type SpokenReport } from './reportWords';
export { beginProblemWords, goingInWords, pullOutWords } from './benchWords';
export { howFarWords } from './howFarWords';
export { CAUTION_WORDS } from './cautionWords';
export { LOAD_WORDS, MATTERS } from './methodWords';
export { stepAnswerWords, stepWords, type StepWords } from './stepWords';
export {
  FIELD_LIGHT_WORDS,
  gapsWords,
  ODD_LINE_WORDS,
  REFUSED_CHECK_WORDS,
  UNREAD_PICTURE_WORDS,
} from './checkPhotoWords';
export { PICTURE_PROBLEM_WORDS, coloursWords } from './pictureWords';
export { unknownCodeWords } from './scanWords';
export { mismatchWords } from './mismatchWords';
export { agoWords, wholeDays } from './daysWords';
export {
  CHANNEL_STATE_WORDS,
  effectWords,
  gapProblemWords,
  HEAD_ACT_WORDS,
  headOptionWords,
  headReasonWords,
} from './headWords';
export {
  patchProblemWords,
  REPROFILE_WORDS,
  measuredUnderWords,
  patchNoteWords,
  reprofileWords,
  shiftWords,
  testShortWords,
  VERDICT_WORDS,
} from './shadeWords';
export { BY_LOG_WORDS, CAUSE_FOUND_WORDS, TROUBLE_WORDS } from './troubleWords';
export { jobProblemWords, REFUSAL_WORDS } from './jobWords';
export { densityOffWords, toldByWords } from './densityWords';
export { dueWords } from './dueWords';
export { insideWords, massOffWords, weighedWords } from './insideWords';
export { CHIP_DOING_WORDS, DILUTION_WORDS, doneWords } from './doneWords';
export { ENTRY_GROUP_NAMES, ENTRY_GROUPS, type EntryGroup } from './entryGroups';
export { outcomeWords } from './outcomeWords';
