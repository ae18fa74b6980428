import express, { type Router } from 'express';
import { decodeIpp, encodeIpp } from '@hiraeth/core/ipp';
import {
  answerIpp,
  keepJob,
  SIMULATED_NINE,
  SimulatedPrinter,
  type IppDesk,
  type PanelKey,
} from '@hiraeth/rig';

const MOST_DOCUMENT = 8_000_000;
const KEYS: readonly PanelKey[] = ['exchange', 'door', 'yes', 'no', 'hold', 'close', 'check', 'clean'];

/** Titles, sheets, and hours ago. */
const HISTORY: readonly (readonly [title: string, copies: number, hoursAgo: number])[] = [
  ['Harbour at night 7', 6, 30],
  ['Lichen study 12', 2, 28],
  ['Invitation, both sides', 12, 5],
];

export interface Simulator {
  /** Mount at the root: `/ipp/print` speaks IPP, `/api/sim` is its panel. */
  readonly router: Router;
  readonly desk: IppDesk;
}

/**
 * A simulated printer behind real IPP, for the demo: what a person does at its panel comes by a small API.
 *
 * @param seed of its chance
 * @param now milliseconds, for its up-time
 */
export function makeSimulator(seed: number, now: () => number): Simulator {
  const began = now();
  const desk: IppDesk = {
    printer: new SimulatedPrinter(SIMULATED_NINE, seed),
    jobs: [],
    upSeconds: () => Math.floor((now() - began) / 1000) + 1,
    now,
  };
  // What it printed before anyone asked.
  HISTORY.forEach(([title, copies, hours], i) =>
    keepJob(desk, {
      id: i + 1,
      name: title,
      user: 'studio',
      at: 1,
      bytes: 0,
      copies,
      media: 'iso_a3_297x420mm',
      completed: Math.floor((began - hours * 3_600_000) / 1000) * 1000,
    }),
  );
  const router = express.Router();
  router.post(
    '/ipp/print{/:job}',
    express.raw({ type: 'application/ipp', limit: MOST_DOCUMENT }),
    (request, response) => {
      const body: unknown = request.body;
      const decoded = body instanceof Uint8Array ? decodeIpp(new Uint8Array(body), MOST_DOCUMENT) : null;
      if (!decoded?.ok) {
        response.status(400).json({ error: 'This is not a sound IPP request.' });
        return;
      }
      const uri = `ipp://${request.headers.host}/ipp/print`;
      response.type('application/ipp').send(Buffer.from(encodeIpp(answerIpp(desk, decoded.value, uri))));
    },
  );
  router.get('/api/sim', (_request, response) => void response.json(desk.printer.panel()));
  router.post('/api/sim', express.json({ limit: 2000 }), (request, response) => {
    const problem = act(desk, request.body);
    if (problem) response.status(400).json({ error: problem });
    else response.json(desk.printer.panel());
  });
  return { router, desk };
}

/** Does one thing at the simulated printer; words when it cannot be done. */
function act(desk: IppDesk, body: unknown): string | null {
  const { printer } = desk;
  if (typeof body !== 'object' || body === null || !('do' in body)) return 'Say what to do.';
  const slot = 'slot' in body && typeof body.slot === 'number' ? body.slot : -1;
  const cartridge = printer.slots[slot] ?? null;
  switch (body.do) {
    case 'press': {
      const key = KEYS.find((known) => 'key' in body && body.key === known);
      if (!key) return 'There is no such key.';
      printer.press(key);
      return null;
    }
    case 'print': {
      const sheets = 'sheets' in body && typeof body.sheets === 'number' ? body.sheets : 1;
      if (!(sheets >= 1 && sheets <= 200)) return 'Between 1 and 200 sheets.';
      let printed = 0;
      while (printed < sheets && printer.print(printer.slots.map((_, c) => 0.05 + 0.02 * (c % 4))).printed)
        printed += 1;
      const title = 'title' in body && typeof body.title === 'string' ? body.title : 'Harbour at night';
      if (printed > 0)
        keepJob(desk, {
          id: (desk.jobs.at(-1)?.id ?? 0) + 1,
          name: title.slice(0, 120),
          user: 'studio',
          at: desk.upSeconds(),
          bytes: 0,
          copies: printed,
          media: 'iso_a3_297x420mm',
          completed: desk.now(),
        });
      return null;
    }
    case 'topUp':
      if (!cartridge) return 'No cartridge is in that slot.';
      printer.topUp(cartridge, 47);
      return null;
    case 'reset':
      if (!cartridge) return 'No cartridge is in that slot.';
      printer.resetChip(cartridge);
      return null;
    case 'exchange':
      if (!cartridge) return 'No cartridge is in that slot.';
      printer.pull(slot);
      printer.seat(slot, cartridge);
      return null;
    default:
      return 'There is no such thing to do.';
  }
}
