import { pastPrint } from '@hiraeth/core/acts';
import { Link } from 'react-router';
import { all, find } from '@hiraeth/core/ledger';
import { explain } from '@hiraeth/core/words';
import { parseQuantity } from '@hiraeth/core/quantity';
import { useLedger } from '../../state/hooks';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { DAY, PastSheet } from './PastSheet';

/** Prints of the past, a line each. */
export default function PastPrints() {
  const { context } = useLedger();
  const printer = usePrinter();
  if (!printer)
    return (
      <div className="stack">
        <h1>Prints of the past</h1>
        <p>
          First <Link to="/set-up">set up a printer</Link>.
        </p>
      </div>
    );
  return (
    <PastSheet
      key={printer.id}
      title="Prints of the past"
      what="prints"
      columns={[
        DAY,
        { id: 'title', label: 'Title', as: 'text', width: 220 },
        { id: 'copies', label: 'Copies', as: 'text' },
        { id: 'width', label: 'Width, mm', as: 'text' },
        { id: 'height', label: 'Height, mm', as: 'text' },
        {
          id: 'subject',
          label: 'Kind of picture',
          as: 'choice',
          width: 200,
          options: all(context, 'subject').map(({ id, name }) => ({ value: id, label: name })),
        },
        {
          id: 'paper',
          label: 'Paper',
          as: 'choice',
          width: 170,
          options: all(context, 'paper').map(({ id, name }) => ({ value: id, label: name })),
        },
      ]}
      read={(line, at) => {
        const copies = parseQuantity((line['copies'] ?? '').trim() || '1', 'plain');
        if (!copies.ok) return explain(copies.problem);
        if (!Number.isInteger(copies.value.value) || copies.value.value < 1)
          return 'copies are a whole number of at least 1.';
        const width = parseQuantity(line['width'] ?? '', 'length');
        const height = parseQuantity(line['height'] ?? '', 'length');
        if (!width.ok) return `width: ${explain(width.problem)}`;
        if (!height.ok) return `height: ${explain(height.problem)}`;
        const subject = find(context, 'subject', line['subject'] ?? '');
        if (!subject) return 'choose what kind of picture it was.';
        return [
          pastPrint(
            {
              printerId: printer.id,
              title: (line['title'] ?? '').trim() || 'Untitled',
              copies: copies.value.value,
              widthMm: width.value.value,
              heightMm: height.value.value,
              subjectId: subject.id,
              ...(line['paper'] ? { paperId: line['paper'] } : {}),
            },
            at,
          ),
        ];
      }}
    >
      <PrinterPick past />
    </PastSheet>
  );
}
