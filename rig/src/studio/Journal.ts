import type { Act } from '@hiraeth/core/acts';
import { makeStamp, type Fact, type FactDraft } from '@hiraeth/core/workbook';

/** What the people of a simulated room write down: act by act, some minutes apart, never after the end. */
export class Journal {
  readonly facts: Fact[] = [];
  /** ms since 1970, UTC. */
  now = 0;
  private readonly stamp: (drafts: readonly FactDraft[]) => Fact[];

  constructor(
    readonly end: number,
    random: () => number,
  ) {
    this.stamp = makeStamp({ now: () => this.now }, random);
  }

  /**
   * Writes an act down, each of its facts so many minutes after the one before.
   *
   * @param said with it: a note, a question that was answered, the run that it is of
   */
  write(act: Act, minutes = 1, said: Pick<Partial<Fact>, 'note' | 'confirmed' | 'run'> = {}): void {
    for (const fact of act.facts) {
      this.now = Math.min(this.now + minutes * 60_000, Math.max(this.now, this.end - 1000));
      this.facts.push(...this.stamp([{ ...fact, ...said }]));
    }
  }
}
