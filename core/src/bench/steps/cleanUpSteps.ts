import { lastCheck } from '../answers';
import { leftInSyringe } from '../leftInSyringe';
import { countedIn, METHOD_DATA } from '../methods';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay } from '../step';

/** Where the leftover goes by the printer's school, and the tools made clean. */
export function cleanUpSteps(run: CartridgeRun, env: RunEnv, add: Lay): void {
  const school = env.printer?.schools.leftover ?? 'bottle';
  const { type } = env.body;
  const { dosed, throughOutlet } = METHOD_DATA[run.method];
  const several = type.chambers > 1;
  const spoilt =
    several || run.occasion === 'conversion' || run.occasion === 'original' || Boolean(run.confirmed?.length);
  // Nothing stays in a funnel, and what is left in a squeeze bottle is the bottle's own.
  if (dosed === 'syringe' || dosed === 'scale') {
    const tooFull = lastCheck(run, 'drip') === 'tooFull' || run.answers['draw-back-1'] !== undefined;
    add({
      id: 'leftover',
      kind: 'draw',
      draw: 'leftover',
      construction: type.construction,
      chamber: 0,
      part: '',
      // Read on the barrel: what is kept back behind it is air.
      ml: { value: leftInSyringe(run, env), u: 0.1 },
      scaleG: null,
      // What it would spoil is not offered.
      fates: [
        ...(spoilt ? [] : ['bottle' as const]),
        ...(tooFull || several ? [] : ['cartridge' as const]),
        'bin',
      ],
      suggested:
        (spoilt && school !== 'cartridge') || ((tooFull || several) && school === 'cartridge')
          ? 'bin'
          : school,
      mixed: spoilt,
      cautions: ['waste'],
    });
  }
  add({
    id: 'clean',
    kind: 'do',
    doing: {
      code: 'clean',
      tools:
        dosed === 'line' ? 'funnel' : countedIn(run.method) ? 'bottle' : throughOutlet ? 'clip' : 'syringe',
    },
    cautions: ['needle', 'waste'],
  });
}
