export { askPages, PAGE_JOBS, type AskOptions, type JobsPage } from './askPages';
export { type DraftJob, type JobRefusal, type ReadJobs, type RefusedLine } from './draftJob';
export { mediaSize } from './mediaSize';
export { formatFromConfig } from './formatFromConfig';
export { formatOf, guessPageLog, LOG_COLUMNS, type LogColumn, type PageLogLayout } from './guessPageLog';
export { pageLogFits } from './pageLogFits';
export { parsePageLog } from './parsePageLog';
export { DEFAULT_PAGE_LOG, type PageLogProblem } from './pageLogFormat';
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
