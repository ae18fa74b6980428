export { balance, bottleGap, type Balance } from './balance';
export { lotName, report, reportOf, type FoundProblem, type Report } from './report';
