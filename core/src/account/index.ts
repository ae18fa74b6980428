export {
  CAUSES,
  DRAWN,
  inkAccount,
  inkAccounts,
  inkAccountsInSlices,
  type AccountEntry,
  type Cause,
  type ChannelAccount,
  type InkAccount,
} from './inkAccount';
export { balance, balanceOf, bottleGap, type Balance, type GapCode } from './balance';
export { ALWAYS, printerMonths } from './printerMonths';
export { paperAndWaste, type MonthOfInk } from './paperAndWaste';
