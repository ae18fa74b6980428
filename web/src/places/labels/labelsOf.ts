import { all, bodyOf, find, type Labelled, type LogSnapshot } from '@hiraeth/core/ledger';

/** What stands on one label. */
export interface Label {
  readonly what: Labelled;
  readonly id: string;
  readonly name: string;
  readonly shades: readonly string[];
  readonly lines: readonly string[];
}

/** Labels of all that is in use, of one kind. */
export function labelsOf(ledger: LogSnapshot, which: Labelled): Label[] {
  const { context, state } = ledger;
  switch (which) {
    case 'cartridge':
      return all(context, 'cartridge')
        .filter(({ id }) => !state.cartridges.get(id)?.retired)
        .map(({ id, label, shades, set }) => {
          const body = bodyOf(context, id);
          const full = body?.type.fullG ?? null;
          return {
            what: which,
            id,
            name: label,
            shades,
            lines: [
              ...(set ? [`set ${set}`] : []),
              ...(body ? [`empty ${body.emptyG.value.toFixed(2)} g`] : []),
              ...(full !== null ? [`full ${full.toFixed(2)} g`] : []),
            ],
          };
        });
    case 'bottle':
      return all(context, 'bottle')
        .filter(({ id }) => !state.bottles.get(id)?.retired)
        .map(({ id, inkId, lot, volumeMl }) => {
          const ink = find(context, 'ink', inkId);
          return {
            what: which,
            id,
            name: ink?.name ?? inkId,
            shades: ink ? [ink.shade] : [],
            lines: [lot ? `lot ${lot}` : 'no lot', `${volumeMl} ml`],
          };
        });
    case 'paper':
      return all(context, 'paper').map(({ id, name }) => ({ what: which, id, name, shades: [], lines: [] }));
  }
}
