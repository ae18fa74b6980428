import { month } from '../../parts/dates';
import { goodCopies, type FactOf } from '@hiraeth/core/workbook';
import { areaDm2 } from '@hiraeth/core/area';
import { useMemo, useState } from 'react';
import { find } from '@hiraeth/core/ledger';
import { useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { Lines } from '../../parts/Lines';

type By = 'none' | 'month' | 'edition' | 'subject' | 'paper' | 'printer';

/** The log added up by month, edition, subject, paper or printer. */
export function Sums({ prints }: { readonly prints: readonly FactOf<'printed'>[] }) {
  const { context } = useLedger();
  const [by, setBy] = useState<By>('none');
  const rows = useMemo(() => {
    const nameOf = (fact: FactOf<'printed'>): string => {
      switch (by) {
        case 'month':
          return fact.at.slice(0, 7);
        case 'edition':
          return fact.edition ?? 'no edition';
        case 'subject':
          return find(context, 'subject', fact.subjectId)?.name ?? fact.subjectId;
        case 'paper':
          return find(context, 'paper', fact.paperId ?? '')?.name ?? 'not noted';
        default:
          return find(context, 'printer', fact.printerId)?.name ?? fact.printerId;
      }
    };
    const sums = new Map<string, { jobs: number; good: number; other: number; dm2: number }>();
    for (const fact of prints) {
      const name = nameOf(fact);
      const sum = sums.get(name) ?? { jobs: 0, good: 0, other: 0, dm2: 0 };
      sum.jobs += 1;
      const good = goodCopies(fact);
      sum.good += good;
      sum.other += fact.copies - good;
      sum.dm2 += areaDm2(fact, fact.copies);
      sums.set(name, sum);
    }
    return [...sums].sort(([a, one], [b, other]) =>
      by === 'month' ? (a < b ? 1 : -1) : other.dm2 - one.dm2,
    );
  }, [prints, by, context]);
  return (
    <>
      <Pick<By>
        label="Add up by"
        value={by}
        options={[
          { value: 'none', label: 'each by itself' },
          { value: 'month', label: 'month' },
          { value: 'edition', label: 'edition' },
          { value: 'subject', label: 'kind of picture' },
          { value: 'paper', label: 'paper' },
          { value: 'printer', label: 'printer' },
        ]}
        onPick={setBy}
      />
      {by !== 'none' && (
        <div className="scrolly">
          <Lines
            columns={[
              { head: by, of: ([name]) => (by === 'month' ? month(`${name}-01T00:00:00Z`) : name) },
              { head: 'Jobs', n: true, of: ([, sum]) => sum.jobs },
              { head: 'Prints', n: true, of: ([, sum]) => sum.good },
              { head: 'Strips, targets, spoilt', n: true, of: ([, sum]) => sum.other || '–' },
              { head: 'm²', n: true, of: ([, sum]) => (sum.dm2 / 100).toFixed(2) },
            ]}
            rows={rows}
            keyOf={([name]) => name}
            widest={640}
            label={`Prints by ${by === 'subject' ? 'kind of picture' : by}`}
          />
        </div>
      )}
    </>
  );
}
