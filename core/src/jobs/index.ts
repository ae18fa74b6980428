export { type DraftJob, type JobRefusal, type ReadJobs, type RefusedLine } from './draftJob';
export { mediaSize } from './mediaSize';
export { DEFAULT_PAGE_LOG, parsePageLog, type PageLogProblem } from './parsePageLog';
export { jobsOf, jobsRequest } from './jobsOf';
export {
  CSV_FIELDS,
  guessCsvMapping,
  parseJobsCsv,
  type CsvField,
  type CsvMapping,
  type CsvProblem,
} from './parseJobsCsv';
export { jobFact, sheetsOf, sortJobs, type JobGuess, type SortedJobs } from './sortJobs';
export { dateOrder, type DateOrder } from './dateOrder';
export { tableDate } from './tableDate';
