import { Ledger } from '../../ledger';
import { entityBounds, type OutOfBounds } from '../../definition';
import { entityRule, type Entity, type EntityRule } from '../../workbook';
import { bottleFacts } from './bottles';
import { setUpEntities } from './entities';
import type { BottleInput, SetUpInput } from './input';

/** What stands against a description of a thing: a figure that no such thing has, or two that no thing has together. */
export interface Impossible {
  readonly of: Entity['entity'];
  readonly problem:
    ({ readonly code: 'outOfBounds' } & OutOfBounds) | ({ readonly code: 'entityRule' } & EntityRule);
}

/**
 * What of a set-up would be refused as it is written, so that it can be said where it was asked.
 *
 * @param input whose quantities are read and more than nothing
 * @returns each problem once, however many things it holds of
 */
export function impossibleOf(input: SetUpInput, bottles: readonly BottleInput[]): Impossible[] {
  let count = 0;
  const newId = (kind: string): string => `${kind}-${(count += 1)}`;
  const entities = [
    ...setUpEntities(input, new Ledger(), newId),
    ...bottleFacts(bottles, newId).flatMap((fact) => (fact.kind === 'defined' ? [fact.entity] : [])),
  ];
  const found = entities.flatMap((entity): Impossible[] => {
    const rule = entityRule(entity);
    return rule
      ? [{ of: entity.entity, problem: { code: 'entityRule', ...rule } }]
      : entityBounds(entity).map((bound) => ({
          of: entity.entity,
          problem: { code: 'outOfBounds', ...bound },
        }));
  });
  const once = [...new Map(found.map((one) => [JSON.stringify(one), one])).values()];
  const told = new Set(numbersIn([input, bottles]));
  const isTold = ({ problem }: Impossible): boolean =>
    problem.code !== 'outOfBounds' || told.has(problem.value);
  // Of a thing that one figure makes impossible those that follow from it say nothing.
  return once.filter((one) => isTold(one) || !once.some((other) => other.of === one.of && isTold(other)));
}

const numbersIn = (value: unknown): number[] =>
  typeof value === 'number'
    ? [value]
    : typeof value === 'object' && value !== null
      ? Object.values(value).flatMap(numbersIn)
      : [];
