import type { Answer, CartridgeRun } from './run';
import type { Step } from './step';
import type { Ports } from '../workbook';

export type RunEvent =
  | {
      readonly type: 'next';
      readonly step: Step;
      readonly answer?: Answer;
      /** Codes of what was asked of it, and answered with yes. */
      readonly confirmed?: readonly string[];
    }
  | { readonly type: 'skipped'; readonly step: Step }
  | { readonly type: 'foamed' }
  | { readonly type: 'back' }
  | { readonly type: 'spilt'; readonly ml: number }
  | { readonly type: 'written'; readonly id: string }
  | { readonly type: 'out'; readonly at: string }
  | { readonly type: 'ended'; readonly state: 'done' | 'abandoned' };

/**
 * One event of a run: pure, so that a saved run replays and a rehearsal writes nothing.
 *
 * @returns the run after it; `back` takes the last step's answer away, but never a weighing that was already written
 */
export function advance(run: CartridgeRun, event: RunEvent): CartridgeRun {
  switch (event.type) {
    case 'next': {
      const answer = event.answer ?? { kind: 'done' as const };
      return {
        ...run,
        done: [...run.done.filter((id) => id !== event.step.id), event.step.id],
        answers: { ...run.answers, [event.step.id]: answer },
        ...(event.confirmed?.length
          ? { answered: { ...run.answered, [event.step.id]: event.confirmed } }
          : {}),
        ...(event.step.changes
          ? {
              ports: { ...run.ports, ...event.step.changes },
              portsWere: { ...run.portsWere, [event.step.id]: run.ports },
            }
          : {}),
      };
    }
    case 'skipped':
      return {
        ...run,
        done: [...run.done.filter((id) => id !== event.step.id), event.step.id],
        answers: { ...run.answers, [event.step.id]: { kind: 'done' } },
        skipped: [...run.skipped, event.step.id],
      };
    case 'foamed':
      return { ...run, foam: true };
    case 'back': {
      const last = run.done[run.done.length - 1];
      if (last === undefined) return run;
      const { [last]: _gone, ...answers } = run.answers;
      const { [last]: _asked, ...answered } = run.answered ?? {};
      return {
        ...run,
        done: run.done.slice(0, -1),
        answers,
        ...(run.answered ? { answered } : {}),
        ports: run.portsWere?.[last] ?? run.ports,
        outSince: last === 'take-out' ? null : run.outSince,
        skipped: run.skipped.filter((id) => id !== last),
        written: run.written.filter((id) => !id.startsWith(`${last}:`)),
      };
    }
    case 'spilt':
      return {
        ...run,
        spiltMl: run.spiltMl + event.ml,
        spills: [...(run.spills ?? []), { ml: event.ml, after: run.done.at(-1) ?? null }],
      };
    case 'written':
      return { ...run, written: [...run.written, event.id] };
    case 'out':
      return { ...run, outSince: event.at };
    case 'ended':
      return { ...run, state: event.state };
  }
}

/** Ports of the cartridge that do not yet stand as a step asks; seen before the cartridge goes back. */
export function unmetPorts(
  ports: Ports,
  requires: Ports | undefined,
): { readonly port: keyof Ports; readonly is: string; readonly needs: string }[] {
  return (Object.keys(requires ?? {}) as (keyof Ports)[]).flatMap((port) => {
    const needs = requires?.[port];
    const is = ports[port];
    // A port that nobody spoke of is taken as it should be; that it was primed has to be said.
    const unknown = port === 'primed' ? false : is === undefined || is === 'none';
    return needs === undefined || needs === 'none' || is === needs || unknown
      ? []
      : [{ port, is: String(is ?? false), needs: String(needs) }];
  });
}
