export { DAY_MS, HOUR_MS, MONTH_DAYS, MONTH_MS, WEEK_MS } from './spans';
export { daysBetween } from './daysBetween';
export { daysByTheHour } from './daysByTheHour';
export { latest } from './latest';
export { msOf } from './msOf';
