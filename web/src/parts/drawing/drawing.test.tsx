import { describe, expect, test } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import { CONSTRUCTION_DATA, layOut, placeOfStep } from '@hiraeth/core/bench';
import { CONSTRUCTIONS, typePreset, type Construction, type Ports } from '@hiraeth/core/workbook';
import { Ledger } from '@hiraeth/core/ledger';
import { bodyRoom, define, SHADES, weigh } from '@hiraeth/core/testing';
import { BODY_DRAWINGS } from './bodies';
import { CartridgeDrawing } from './CartridgeDrawing';

const pairs = CONSTRUCTIONS.flatMap((construction) =>
  CONSTRUCTION_DATA[construction].methods.map((method) => [construction, method] as const),
);

/** Every step of a run, first fills and drilled originals among them. */
const stepsOf = (construction: Construction, method: (typeof pairs)[number][1]) =>
  (['first', 'topUp', 'original'] as const).flatMap((occasion) => {
    const { emptyG } = typePreset(construction, 'standard');
    const ledger = Ledger.from(
      bodyRoom(construction, construction === 'integratedHead' ? 3 : 1, {
        type: { liesOnBack: CONSTRUCTION_DATA[construction].vent },
        more: [
          weigh('it', emptyG.value + 2),
          define({
            entity: 'tool',
            id: 'k',
            name: 'Keeper',
            tool: 'keeper',
            fitsHeightMm: null,
            squeezeMl: null,
            count: 1,
          }),
        ],
      }),
    );
    const choice = {
      cartridgeId: 'it',
      method,
      occasion,
      bottleIds: SHADES.map((shade) => `bottle-${shade}`),
      scaleId: 'scale',
      syringeId: 'syringe',
      squeezeMl: 0.8,
      byScale: true,
    };
    return layOut(ledger, choice, '2026-03-02T09:00:00.000Z').steps.map(({ step }) => step);
  });

test.each(pairs)(
  '%s by %s: every step that names a place names one that its drawing marks',
  (construction, method) => {
    const named = stepsOf(construction, method).flatMap((step) => {
      const found = placeOfStep(step, construction);
      return found ? [[step.id, found.place] as const] : [];
    });
    expect(named.length).toBeGreaterThan(6);
    for (const [id, place] of named)
      expect([id, place, BODY_DRAWINGS[construction].places[place]]).toEqual([id, place, expect.anything()]);
    // What is done at the cartridge has a place: weighing, filling, shutting, looking.
    for (const id of ['shut-outlet', 'weigh-before', 'load-0-0', 'weigh-after-1'])
      expect(named.map(([step]) => step)).toContain(id);
  },
);

describe('every drawing, in every state of its ports', () => {
  const STATES: readonly Ports[] = [
    {},
    { plug: 'in', vent: 'open', keeper: 'on' },
    { plug: 'out', vent: 'shut', tape: 'on', seal: 'intact' },
  ];
  test.each(CONSTRUCTIONS)('%s says what it shows', (construction) => {
    for (const ports of STATES)
      for (const turned of [false, true])
        render(
          <CartridgeDrawing
            construction={construction}
            shades={['cyan', 'magenta']}
            fill={ports.plug ? { share: 0.4, u: 0.02 } : null}
            ports={ports}
            place={construction === 'bag' ? 'outlet' : 'sponge'}
            held="needle"
            turned={turned}
          />,
        );
    const names = screen.getAllByRole('img').map((drawing) => drawing.getAttribute('aria-label'));
    expect(names).toHaveLength(6);
    expect(names[0]).toMatch(/its ink not known; here: (sponge|outlet), needle$/);
    expect(names[3]).toMatch(/about 40 % full; outlet up/);
  });

  test('places lie inside the box, and on the body', () => {
    for (const construction of CONSTRUCTIONS)
      for (const { x, y } of Object.values(BODY_DRAWINGS[construction].places)) {
        expect(x).toBeGreaterThan(20);
        expect(x).toBeLessThan(300);
        expect(y).toBeGreaterThan(20);
        expect(y).toBeLessThan(200);
      }
  });
});
