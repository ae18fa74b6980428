import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

/** Where the leftover goes by the printer's school, and the tools made clean. */
export function cleanUpSteps(run: CartridgeRun, env: RunEnv, { add }: Lay): void {
  const school = env.printer?.schools.leftover ?? 'bottle';
  const conversion = run.occasion === 'conversion';
  const several = env.body.type.chambers > 1;
  add({
    id: 'leftover',
    kind: 'draw',
    title: 'What is left in the syringe',
    number: { value: env.syringe?.keepBackMl ?? 0.5, unit: 'ml' },
    text: conversion
      ? 'After a conversion it goes to the bin for mixed ink: back in the bottle it would spoil it.'
      : several
        ? 'Of several inks: it goes to the bin for mixed ink.'
        : 'Clean cartridge, same lot: it may go back. Otherwise the bin.',
    choices: [
      { value: 'bottle', label: 'Back into the bottle', why: 'Only clean, same lot.' },
      { value: 'cartridge', label: 'Into the cartridge', why: 'It is weighed with it.' },
      { value: 'bin', label: 'Into the bin', why: 'Always for a conversion.' },
    ],
    suggested: conversion || several ? 'bin' : school,
    cautions: ['waste'],
  });
  add({
    id: 'clean',
    kind: 'do',
    title: 'Clean up',
    text: 'Bottle closed with its liner. Syringe, needle and clip rinsed and dried; fittings swabbed; needle sheathed; towel and mixed ink by local rule.',
    cautions: ['needle', 'waste'],
  });
}
