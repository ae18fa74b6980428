import { fail, ok, type Result } from '../../quantity';
import { entitySchema } from '../entitySchema';
import { FORMAT_VERSION } from '../schema';

/** A fact as it stands in an old file or database: not yet known to be valid. */
type RawFact = Readonly<Record<string, unknown>>;

/**
 * One rung for each version: what it does to a fact so that the next version reads it. A field that came later needs no rung
 * of its own where its default says what was meant; a rung stands here for whatever was renamed, moved or meant otherwise.
 */
const RUNGS: Readonly<Record<number, (fact: RawFact) => RawFact>> = {
  // 2: evidence may say why it did not fit (`because`); a price may be unknown (null); purchases have a life and a printer of
  // their own; cartridges bought are spread over `cartridgeLifeMonths`. All have defaults that mean what version 1 meant.
  1: (fact) => fact,
  // 3: a type says where its hole is and how it is primed and filled; ports know tape; an original's first refill is an occasion
  // of its own; nozzle checks say which lines; patches, grades, profiles and replaced heads are facts. Defaults mean what 2 meant.
  2: (fact) => fact,
  // 4: jobs can be planned, and prints name their plan and what they were for; a printer may have intervals of its own and a
  // dose on a fixed day. What is absent means what 3 meant.
  3: (fact) => fact,
  // 5: doses may be counted in drops; a two-part type says what its head weighs and holds, head and tank are weighed and filled each
  // by itself. What is absent means what 4 meant.
  4: (fact) => fact,
  // 6: a cartridge may come part used, a type says what closes its hole, looks that reject a cartridge are facts, a weighing says
  // which parts were on. What is absent means what 5 meant.
  5: (fact) => fact,
};

/**
 * The one ladder for file, database and another tab's message: facts of an older version as this one reads them.
 *
 * @param facts of version `from`, unchecked
 * @param from version that wrote them, 1 or later
 * @returns facts of the present version, still to be checked by the schema; `newer` when a later version wrote them
 */
export function migrate(
  facts: readonly unknown[],
  from: number,
): Result<readonly unknown[], { readonly code: 'newer'; readonly version: number; readonly known: number }> {
  if (from > FORMAT_VERSION) return fail({ code: 'newer', version: from, known: FORMAT_VERSION });
  let now = facts;
  for (let version = Math.max(1, from); version < FORMAT_VERSION; version++) {
    const rung = RUNGS[version];
    if (rung) now = now.map((fact) => (isRecord(fact) ? rung(fact) : fact));
  }
  return ok(now);
}

/**
 * Facts that this program's own database holds, valid when they were written: carried up the ladder, and definitions given
 * the defaults of fields that came later. A definition that cannot be read is left as it is, for the ledger to set aside.
 *
 * @param facts as stored
 * @param from version that stored them
 */
export function reviveFacts<T extends { readonly kind: string }>(
  facts: readonly T[],
  from: number,
): ReturnType<typeof migrate> {
  const up = migrate(facts, from);
  if (!up.ok) return up;
  return ok(
    up.value.map((fact) => {
      if (!isRecord(fact) || fact.kind !== 'defined') return fact;
      const entity = entitySchema.safeParse(fact.entity);
      return entity.success ? { ...fact, entity: entity.data } : fact;
    }),
  );
}

const isRecord = (value: unknown): value is RawFact => typeof value === 'object' && value !== null;
