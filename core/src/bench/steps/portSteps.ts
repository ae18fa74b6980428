import { CONSTRUCTION_DATA } from '../methods';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../runEnv';
import type { Lay } from '../step';

/** Opens what ink goes in by. */
export function openSteps(run: CartridgeRun, env: RunEnv, { act }: Lay): void {
  const { port } = env.body.type;
  const first = run.occasion === 'first';
  if (port === 'plug')
    act({
      id: 'open',
      title: 'Plug out',
      text: 'Pull the fill plug straight out; lay it on the towel. Go by its position, never its colour.',
      changes: { plug: 'out' },
    });
  else if (port === 'pierce' && first)
    act({
      id: 'open',
      title: 'Pierce the port',
      text: 'Pierce where a hole already lies under the label; never the air hole.',
      changes: { plug: 'out' },
      cautions: ['needle'],
    });
  else if (port === 'peel' && first)
    act({
      id: 'open',
      title: 'Peel the label back',
      text: 'Only as far as the fill hole; the air path stays as it is.',
      changes: { plug: 'out' },
    });
  else if (port === 'drill' && first)
    act({
      id: 'open',
      title: 'Drill the fill hole',
      text: 'In a clear spot or through the air hole, body inverted; deburr, find a tight plug. Never block the air hole.',
      changes: { plug: 'out' },
      cautions: ['drill'],
    });
  else if (port !== 'outlet')
    act({
      id: 'open',
      title: 'Open the fill hole',
      text: 'Take out the plug or cover that closes it.',
      changes: { plug: 'out' },
    });
}

/** Plug and vent as they must be, and the outlet held down. */
export function closeSteps(run: CartridgeRun, env: RunEnv, { act }: Lay): void {
  const { construction, port } = env.body.type;
  if (port !== 'outlet')
    act(
      port === 'drill' && env.printer?.schools.closing === 'seal'
        ? {
            id: 'plug',
            title: 'Seal the hole',
            text: 'A cover with a pinhole over the drilled hole: the air path stays open.',
            changes: { plug: 'in' },
          }
        : {
            id: 'plug',
            title: 'Plug in, flush',
            text: 'Press the fill plug home; run a finger over it. Check twice.',
            changes: { plug: 'in' },
          },
    );
  if (CONSTRUCTION_DATA[construction].vent)
    act({
      id: 'vent',
      title: 'Vent open',
      text: 'Take off tape or vent plug. A shut vent starves the head after a few sheets.',
      changes: { vent: 'open' },
    });
  act({
    id: 'drip',
    title: 'Outlet down: does it drip?',
    text:
      run.method === 'spongeInjection'
        ? 'Dab the nozzles on white tissue: every colour must show.'
        : 'Hold it outlet down over the towel for ten seconds. A drip means too full, or a plug not flush.',
    requires: { plug: port === 'outlet' ? 'none' : 'in' },
    waitSeconds: 10,
  });
}
