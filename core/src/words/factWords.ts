import { CAUSE_NAMES } from './causeWords';
import { find, settingsOf, type Book } from '../ledger';
import { COVERAGE } from '../numeric';
import { formatMoney, formatUncertain } from '../quantity';
import { howMany } from './howMany';
import { lotName } from './lotName';
import type { Entity, Fact, FactDraft } from '../workbook';
import { CRITERION_NAMES, GRADE_NAMES, LOOK_WORDS, PURPOSE_NAMES, SIGNAL_WORDS } from './names';
import { FATE_NAMES, METHOD_NAMES } from '../definition';

const percent = (fraction: number): string => `${Math.round(fraction * 100)} %`;

/** What a definition is called. */
export function entityName(ledger: Book, entity: Entity): string {
  switch (entity.entity) {
    case 'cartridge':
      return entity.label;
    case 'bottle':
      return lotName(ledger, entity.id);
    default:
      return entity.name;
  }
}

/**
 * One line of the log in plain words.
 *
 * @param ledger for the names of what the fact speaks of
 * @param fact recorded, or about to be
 */
export function factWords(ledger: Book, fact: Fact | FactDraft): string {
  const { context } = ledger;
  const cartridge = (id: string): string => find(context, 'cartridge', id)?.label ?? id;
  const named = (id: string): string => {
    const entity = context.entities.get(id);
    return entity ? entityName(ledger, entity) : id;
  };
  const printer = (id: string): string => find(context, 'printer', id)?.name ?? id;
  const slot = (printerId: string, slotId: string): string =>
    find(context, 'printer', printerId)?.slots.find((s) => s.id === slotId)?.name ?? slotId;
  const money = (minor: number): string => formatMoney(minor, settingsOf(context).currency);
  switch (fact.kind) {
    case 'defined':
      return `Set up: ${entityName(ledger, fact.entity)}`;
    case 'weighed': {
      const name =
        fact.what === 'cartridge'
          ? cartridge(fact.subjectId)
          : fact.what === 'bottle'
            ? lotName(ledger, fact.subjectId)
            : 'reference mass';
      return `Weighed ${name}, ${PURPOSE_NAMES[fact.purpose]}: ${formatUncertain(fact.massG, 'g')}`;
    }
    case 'levelSeen':
      return `Level seen in ${cartridge(fact.cartridgeId)}: ${percent(fact.fraction)} ± ${percent(COVERAGE * fact.u)}`;
    case 'sensorSignalled':
      return `${fact.sensor === 'optical' ? 'Optical' : 'Float'} signal of ${cartridge(fact.cartridgeId)}: about ${formatUncertain(fact.ml, 'ml')} left`;
    case 'fadedOrRanDry':
      return `${cartridge(fact.cartridgeId)} ${fact.ranDry ? 'ran dry' : 'faded'}: it was at or below its reserve`;
    case 'filled':
      return `Filled ${cartridge(fact.cartridgeId)} with ${formatUncertain(fact.ml, 'ml')} of ${lotName(ledger, fact.bottleId)} (${METHOD_NAMES[fact.method]}, by ${fact.by})${fact.leftover && fact.leftover.ml > 0 ? `; leftover ${fact.leftover.ml.toFixed(1)} ml ${FATE_NAMES[fact.leftover.fate]}` : ''}`;
    case 'drawnOut':
      return `Drew ${formatUncertain(fact.ml, 'ml')} out of ${cartridge(fact.cartridgeId)}, ${FATE_NAMES[fact.fate]}`;
    case 'primed':
      return `Primed ${cartridge(fact.cartridgeId)}: ${formatUncertain(fact.ml, 'ml')} ${FATE_NAMES[fact.fate]}`;
    case 'spilt':
      return `Spilt about ${fact.ml.value.toFixed(1)} ml from ${fact.from === 'bottle' ? lotName(ledger, fact.subjectId) : cartridge(fact.subjectId)}`;
    case 'flushed':
      return `Flushed ${cartridge(fact.cartridgeId)}: ${fact.addedMl.toFixed(1)} ml in, ${fact.drawnMl.toFixed(1)} ml out`;
    case 'looked':
      return `Looked at ${cartridge(fact.cartridgeId)}: ${LOOK_WORDS[fact.found]}`;
    case 'portChanged': {
      const ports = Object.entries(fact.ports).filter(([, state]) => state !== undefined && state !== 'none');
      return `${cartridge(fact.cartridgeId)}: ${ports.map(([port, state]) => (typeof state === 'boolean' ? (state ? port : `not ${port}`) : `${port} ${state}`)).join(', ')}`;
    }
    case 'densityMeasured':
      return `Density of ${find(context, 'ink', fact.inkId)?.name ?? fact.inkId}: ${fact.density.value.toFixed(4)} ± ${(COVERAGE * fact.density.u).toFixed(4)} g/ml${fact.temperatureC === undefined ? '' : `, at ${fact.temperatureC} °C`}`;
    case 'squeezeCalibrated':
      return `One ${find(context, 'tool', fact.toolId)?.tool === 'dropBottle' ? 'drop' : 'squeeze'} gives ${formatUncertain(fact.ml, 'ml')}`;
    case 'gaugeRead':
      return `Gauge of ${slot(fact.printerId, fact.slotId)}: ${fact.fraction === null ? 'unknown' : percent(fact.fraction)}${fact.by === 'network' ? ', read from the printer' : ''}`;
    case 'chipReset':
      return fact.worked
        ? `Reset the chip of ${cartridge(fact.cartridgeId)}`
        : `The chip of ${cartridge(fact.cartridgeId)} would not reset`;
    case 'chipReplaced':
      return `New chip on ${cartridge(fact.cartridgeId)}`;
    case 'gaugeSwitchedOff':
      return `Gauge switched off for ${slot(fact.printerId, fact.slotId)}`;
    case 'chipSignalled':
      return `${slot(fact.printerId, fact.slotId)} signalled: ${SIGNAL_WORDS[fact.signal]}`;
    case 'installed':
      return fact.into.length === 1
        ? `Installed ${cartridge(fact.into[0]!.cartridgeId)} in ${printer(fact.printerId)}`
        : `Installed ${fact.into.length} cartridges in ${printer(fact.printerId)}, one routine`;
    case 'removed':
      return `Took ${fact.cartridgeIds.map(cartridge).join(', ')} out of ${printer(fact.printerId)}`;
    case 'printed':
      return `Printed ${fact.copies} × ${fact.title}, ${fact.widthMm} × ${fact.heightMm} mm, ${find(context, 'subject', fact.subjectId)?.name ?? fact.subjectId}`;
    case 'jobPlanned':
      return `To print: ${fact.copies} × ${fact.title}, ${fact.widthMm} × ${fact.heightMm} mm, on ${printer(fact.printerId)}`;
    case 'cleaned':
      return `Head cleaning (${fact.level}) of ${printer(fact.printerId)}${fact.slotIds?.length ? `: ${fact.slotIds.map((id) => slot(fact.printerId, id)).join(', ')}` : ''}`;
    case 'shadeSwitched':
      return `${slot(fact.printerId, fact.slotId)} switched to ${fact.shade}`;
    case 'printerMoved':
      return `${printer(fact.printerId)} was moved`;
    case 'nozzleChecked':
      return fact.gaps.length === 0
        ? `Nozzle check of ${printer(fact.printerId)}: no line missing`
        : `Nozzle check of ${printer(fact.printerId)}: lines missing in ${fact.gaps.map((gap) => `${slot(fact.printerId, gap.slotId)} (${gap.nozzles})`).join(', ')}`;
    case 'headReplaced':
      return `${printer(fact.printerId)} has a new head`;
    case 'settingChanged':
      return `A setting of ${printer(fact.printerId)} was changed: ${fact.what}`;
    case 'carriedOver':
      return `Begun with what stood in ${fact.closed}, closed: ${fact.cartridges.length} of its cartridges, ${fact.bottles.length} of its bottles`;
    case 'causeDenied':
      return `Ruled out for ${fact.cartridgeId ? cartridge(fact.cartridgeId) : printer(fact.printerId)}: ${CAUSE_NAMES[fact.cause]}`;
    case 'shadeMeasured':
      return `Measured ${howMany(fact.patches.length, 'patch', 'patches')} of ${fact.ink === 'original' ? 'originals' : 'the refill'} on ${printer(fact.printerId)} (${fact.chart}, ${fact.condition})`;
    case 'shadeGraded':
      return `Compared refill and original of ${printer(fact.printerId)} by eye: ${fact.grades.map(({ criterion, grade }) => `${CRITERION_NAMES[criterion]} ${GRADE_NAMES[grade]}`).join(', ')}`;
    case 'profiled':
      return `Profiled ${printer(fact.printerId)}: ${fact.name}`;
    case 'agitated':
      return `Shook ${fact.cartridgeIds.map(cartridge).join(', ')}`;
    case 'bottleOpened':
      return `Opened ${lotName(ledger, fact.bottleId)}`;
    case 'purchased':
      if (fact.what === 'emptiesSold')
        return `Sold ${fact.name} for ${fact.priceMinor === null ? 'an unknown price' : money(fact.priceMinor)}`;
      return fact.priceMinor === null
        ? `Bought ${fact.name}, price not known`
        : `Bought ${fact.name} for ${money(fact.priceMinor)}`;
    case 'padReset':
      return `Waste pad of ${printer(fact.printerId)} renewed`;
    case 'quoted':
      return `Original for ${slot(fact.printerId, fact.slotId)} costs ${money(fact.priceMinor)}`;
    case 'editionPriced':
      return `Priced “${fact.name}”, ${howMany(fact.copies, 'copy', 'copies')}: ${fact.totalMinor ? money(fact.totalMinor.value) : 'not known'}`;
    case 'snoozed':
      return `Put off: ${fact.what}`;
    case 'retired':
      return fact.what === 'printer'
        ? `${printer(fact.subjectId)} put out of use`
        : fact.what === 'tool'
          ? `${named(fact.subjectId)} put out of use`
          : `Retired ${fact.what === 'cartridge' ? cartridge(fact.subjectId) : fact.what === 'bottle' ? lotName(ledger, fact.subjectId) : fact.subjectId}: ${fact.reason}`;
    case 'noted':
      return fact.text;
    case 'voided':
      return 'Took an entry back';
  }
}
