export {
  LAST_BY_DROPS,
  planFill,
  targetOf,
  TOLERANCE_G,
  type FillInput,
  type FillPlan,
  type FillWarning,
  type Load,
} from './planFill';
export { judgeFill, type FillVerdict } from './judgeFill';
