import type { PrinterSetting } from './SimulatedPrinter';

/** The demo print room's nine channels, as a simulated printer. */
export const SIMULATED_NINE: PrinterSetting = {
  name: 'Penhallow Nine (simulated)',
  channels: [
    { name: 'Photo black', shade: 'photo black', colour: '#15171c' },
    { name: 'Matte black', shade: 'matte black', colour: '#33312e' },
    { name: 'Grey', shade: 'grey', colour: '#74767a' },
    { name: 'Light grey', shade: 'light grey', colour: '#b9bbbd' },
    { name: 'Cyan', shade: 'cyan', colour: '#1583b0' },
    { name: 'Light cyan', shade: 'light cyan', colour: '#93c9df' },
    { name: 'Magenta', shade: 'magenta', colour: '#b02a6e' },
    { name: 'Light magenta', shade: 'light magenta', colour: '#dfa0c0' },
    { name: 'Yellow', shade: 'yellow', colour: '#e6c52c' },
  ],
  trueK: 0.94,
  changeMl: 0.95,
  lightMl: 0.46,
  padCapacityMl: 1500,
  lowAt: 0.2,
  veryLowAt: 0.1,
  switchOff: {
    offered: true,
    lostWhenRunDry: true,
    asksNewOriginalFirst: true,
    promptReturns: true,
    originalOnly: false,
  },
};
