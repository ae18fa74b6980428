import { checked, decided, massBefore, wasInPrinter } from '../answers';
import { drawnUpMl } from '../drawnUpMl';
import { isNewAndDry, partsOf } from '../../ledger';
import { CONSTRUCTION_DATA, METHOD_DATA } from '../methods';
import { mismatchesOf } from '../mismatchesOf';
import { isSealed } from '../primeMlOf';
import type { CartridgeRun } from '../run';
import type { RunEnv } from '../env';
import type { Lay, Mismatch } from '../step';
import { checkSteps } from './checkSteps';

/**
 * All that comes before the cartridge is touched: tools, the bottle shaken, bottle and cartridge compared, a wet body noticed.
 *
 * @returns false when the run stops here
 */
export function readySteps(run: CartridgeRun, env: RunEnv, add: Lay): boolean {
  const { cartridge, type } = env.body;
  const inks = env.inks.slice(0, type.chambers);
  add({ id: 'tools', kind: 'tools', cautions: ['gloves', 'children', 'warranty'] });
  add({
    id: 'shake',
    kind: 'do',
    doing: {
      code: 'shake',
      settles: inks.some((ink) => ink?.inkClass === 'pigment' || ink?.inkClass === 'sublimation'),
      byNeedle: METHOD_DATA[run.method].dosed !== 'line',
      liner: true,
    },
  });
  const differs = inks.flatMap((ink, chamber) =>
    ink
      ? mismatchesOf(
          ink,
          env.bottleLots[chamber] ?? '',
          cartridge,
          chamber,
          type.chambers > 1 ? [] : env.lotsInside,
        )
      : [],
  );
  const pairs = inks.map((ink, chamber) => {
    const shade = cartridge.shades[chamber] ?? cartridge.shades[0]!;
    return {
      bottle: ink?.shade ?? '?',
      cartridge: shade,
      // One that is meant so was said at the chooser: here the labels are held against what was chosen.
      same:
        (ink?.shade === shade || Boolean(run.confirmed?.includes(CONFIRMED_AS.shade))) &&
        (ink?.inkClass === cartridge.inkClass || Boolean(run.confirmed?.includes(CONFIRMED_AS.inkClass))),
    };
  });
  checkSteps('match', run, env, add, { pairs });
  // What the log knows to be otherwise is asked whatever the eye said, once: at the chooser, or here; a new lot is only said.
  const asked = differs.filter(
    (one) => one.code !== 'lot' && !run.confirmed?.includes(CONFIRMED_AS[one.code]),
  );
  if (checked(run, 'match', 1) === 'differs' || asked.length > 0 || run.answers.mismatch) {
    add({
      id: 'mismatch',
      kind: 'decide',
      deciding: { code: 'mismatch', differs },
      options: ['stop', 'on-purpose'],
      // Never preselected: to go on is said, not waved through.
      suggested: 'stop',
    });
    if (decided(run, 'mismatch') === 'stop') return aside('mismatch', add);
  }
  // Once its fill is in the log it is wet no longer: the question stays where it was asked.
  const waterMl = env.waterMl ?? (run.answers.wet ? 0 : null);
  if (waterMl !== null) {
    add({
      id: 'wet',
      kind: 'decide',
      deciding: {
        code: 'wet',
        waterMl,
        dilution: waterMl / Math.max(waterMl, type.capacityMl),
      },
      options: ['dry-first', 'fill-wet'],
      suggested: 'dry-first',
    });
    if (decided(run, 'wet') === 'dry-first') return aside('wet', add);
  }
  // Head and tank are refilled together: the first time when nothing comes any more, not at the first message.
  if (run.method === 'twoPart' && run.occasion === 'original' && wasInPrinter(run)) {
    add({
      id: 'really-out',
      kind: 'decide',
      deciding: { code: 'really-out' },
      options: ['out', 'prints'],
      suggested: 'out',
    });
    if (decided(run, 'really-out') === 'prints') return aside('really-out', add);
  }
  return true;
}

/** Under these names a wrong bottle that is meant so stands in the log. */
const CONFIRMED_AS: Readonly<Record<Mismatch['code'], string>> = {
  shade: 'otherShade',
  inkClass: 'otherClass',
  lot: '',
};

const aside = (because: 'mismatch' | 'wet' | 'really-out', add: Lay): false => {
  add({ id: 'set-aside', kind: 'do', doing: { code: 'set-aside', because } });
  return false;
};

/**
 * The syringe made ready while the cartridge still sits in its place; then out, its outlet shut, its vent taped, weighed.
 *
 * @returns false when the run stops here
 */
export function outSteps(run: CartridgeRun, env: RunEnv, add: Lay): boolean {
  const { type } = env.body;
  const { head, vent } = CONSTRUCTION_DATA[type.construction];
  const keepBack = env.syringe?.keepBackMl ?? 0;
  const drawnUp = drawnUpMl(run, env);
  if (drawnUp > 0)
    add({
      id: 'draw-up',
      kind: 'do',
      doing: {
        code: 'draw-up',
        ml: drawnUp,
        bottle: env.bottleNames[0] ?? '',
        weighed: run.byScale,
        airMl: keepBack,
      },
      cautions: ['needle'],
    });
  if (wasInPrinter(run))
    add({
      id: 'take-out',
      kind: 'do',
      doing: {
        code: 'take-out',
        exchangeState: env.printer?.exchangeState ?? false,
        openMinutes: env.printer?.openMinutes ?? 15,
        feed: env.printer?.feed ?? 'stationary',
      },
    });
  if (env.sensor && run.byScale) add({ id: 'sensor-off', kind: 'do', doing: { code: 'sensor-off' } });
  const by = isSealed(run, env)
    ? 'seal'
    : head
      ? 'pad'
      : type.construction === 'bag'
        ? 'outletUp'
        : env.tools.some((tool) => tool.tool === 'keeper' && tool.count > 0)
          ? 'keeper'
          : 'swab';
  add({
    id: 'shut-outlet',
    kind: 'do',
    doing: { code: 'shut-outlet', by, primeThroughSeal: type.primeThroughSeal, weighed: run.byScale },
    ...(by === 'seal'
      ? { requires: { seal: 'intact' }, changes: { seal: 'intact' } }
      : by === 'keeper' || by === 'swab'
        ? { changes: { keeper: 'on' } }
        : {}),
  });
  if (type.liesOnBack && vent)
    add({ id: 'tape-vent', kind: 'do', doing: { code: 'tape-vent' }, changes: { tape: 'on' } });
  if (run.byScale) {
    const parts = run.method === 'twoPart' && partsOf(env.body) !== null;
    if (parts)
      add({
        id: 'weigh-head',
        kind: 'weigh',
        purpose: 'before',
        part: 'head',
        again: false,
        targetG: null,
        toleranceG: null,
      });
    add({
      id: 'weigh-before',
      kind: 'weigh',
      purpose: 'before',
      ...(parts ? { part: 'tank' as const } : {}),
      again: false,
      targetG: null,
      toleranceG: null,
    });
    if (asksOwnEmpty(run, env)) {
      add({
        id: 'own-empty',
        kind: 'decide',
        deciding: {
          code: 'own-empty',
          massG: massBefore(run)?.value ?? env.body.emptyG.value,
          usualG: env.body.type.emptyG.value,
        },
        options: ['empty', 'wet', 'part'],
        suggested: 'empty',
      });
      if (decided(run, 'own-empty') === 'wet') return aside('wet', add);
    }
    if (drawnUp > 0)
      add({
        id: 'in-syringe',
        kind: 'do',
        doing: { code: 'in-syringe', ml: drawnUp, keepBackMl: keepBack },
        cautions: ['needle'],
      });
  }
  return true;
}

/** New and dry, weighed for the first time: what the scale shows is its own empty mass, if nothing else is in or on it. */
const asksOwnEmpty = (run: CartridgeRun, env: RunEnv): boolean =>
  run.answers['own-empty'] !== undefined ||
  (run.occasion === 'first' &&
    isNewAndDry(env.book, run.cartridgeId) &&
    !env.body.emptyIsOwn &&
    massBefore(run) !== null);
