import type { CsvProblem, JobRefusal, PageLogProblem } from '../jobs';

/** Why a line is no job. */
export const REFUSAL_WORDS: Readonly<Record<JobRefusal, string>> = {
  noDate: 'no date in it: the rest of a cut record, or another format',
  noJobNumber: 'no job number',
  noCount: 'its count of sheets is no number',
  cutOff: 'it was cut off',
  nothingPrinted: 'nothing was printed',
  badDate: 'its date is none',
  badNumber: 'a count that is no number',
  notFinished: 'it is not finished yet',
};

/** What is wrong with a file of jobs, and what to do. */
export function jobProblemWords(problem: PageLogProblem | CsvProblem): string {
  switch (problem.code) {
    case 'formatNoField':
      return `The page log’s format has no ${problem.field}: a job cannot be told from it. Use the PageLogFormat line of the spooler’s own configuration.`;
    case 'formatAmbiguous':
      return `The page log’s format has nothing between ${problem.fields.join(' and ')}: where one ends cannot be told. Put a blank or a semicolon between them in the spooler’s configuration.`;
    case 'csvEmpty':
      return 'There is no row under a header in it. Export the print history with its column names.';
    case 'csvNoColumn':
      return `No column tells the ${problem.field === 'at' ? 'date' : 'title'}. Its columns are: ${problem.have.join(', ')}. Say which it is.`;
  }
}
