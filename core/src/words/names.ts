import type { ChipStrategy, Construction, InkClass, Method, WeighingPurpose } from '../workbook';

export const CONSTRUCTION_NAMES: Record<Construction, string> = {
  openTank: 'Open tank, top fill',
  compartmentTank: 'Compartment tank',
  smallVentedTank: 'Small vented tank',
  bag: 'Bag in a shell',
  spongeReservoir: 'Sponge and reservoir',
  spongeOutletFed: 'Sponge, outlet fed',
  integratedHead: 'Integrated head',
  twoPart: 'Head and tank, two parts',
};

export const METHOD_NAMES: Record<Method, string> = {
  funnelToLine: 'funnel to the line',
  topSyringe: 'syringe from the top',
  squeezeBottle: 'squeeze bottle',
  vacuumExchange: 'vacuum exchange',
  outletDrip: 'drip on the outlet',
  outletSyringe: 'syringe through the outlet',
  bagAdapter: 'bag adapter',
  spongeInjection: 'injection into the sponge',
  twoPart: 'head first, then tank',
};

export const CLASS_NAMES: Record<InkClass, string> = {
  pigment: 'pigment',
  dye: 'dye',
  sublimation: 'sublimation',
  clearCoat: 'clear coat',
  flushFluid: 'flush fluid',
};

export const STRATEGY_NAMES: Record<ChipStrategy, string> = {
  resetter: 'reset with a resetter',
  selfResetting: 'resets itself when it has declared itself empty',
  contactBridge: 'reset by bridging a contact',
  newEachTime: 'a new chip each time',
  switchedOff: 'gauge switched off',
  none: 'emulated or none',
  leftAlone: 'left alone',
};

export const PURPOSE_NAMES: Record<WeighingPurpose, string> = {
  before: 'before a fill',
  after: 'after a fill',
  rested: 'after its rest',
  weighIn: 'weigh-in',
  drying: 'while drying',
  empty: 'empty',
  bottle: 'bottle',
  reference: 'reference mass',
};
