export { CAUSES, DRAWN, type Cause } from './causes';
export {
  inkAccount,
  inkAccounts,
  inkAccountsInSlices,
  type ChannelAccount,
  type InkAccount,
} from './inkAccount';
export { balance, balanceOf, bottleGap, type Balance, type GapCode } from './balance';
export { ALWAYS, printerMonths } from './printerMonths';
export { paperAndWaste, type MonthOfInk } from './paperAndWaste';
export type { AccountEntry } from './Column';
