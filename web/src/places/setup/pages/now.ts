import type { Now } from '@hiraeth/core/acts';

/** What may be in a cartridge as the workbook begins. */
export const NOW: readonly { readonly value: Now; readonly label: string }[] = [
  { value: 'original', label: 'an original, full' },
  { value: 'partUsed', label: 'an original, part used' },
  { value: 'declaredEmpty', label: 'an original that says it is empty' },
  { value: 'ranOut', label: 'run really out: nothing comes any more' },
  { value: 'refilled', label: 'refilled ink: how much is told later' },
  { value: 'dry', label: 'nothing: new and dry' },
  { value: 'wet', label: 'rinsed, still wet' },
  { value: 'fluid', label: 'flush fluid: a cleaning cartridge' },
];
