import type { ChannelDemand } from './imageDemand';

/** What a picture asks for, by slot, as forecasts and costs take it. */
export const demandBySlot = (demand: readonly ChannelDemand[]): ReadonlyMap<string, number> =>
  new Map(demand.map(({ slotId, mlPerDm2 }) => [slotId, mlPerDm2]));
