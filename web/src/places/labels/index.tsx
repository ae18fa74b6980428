import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { labelCode, type Labelled } from '@hiraeth/core/ledger';
import { useLedger } from '../../state/hooks';
import { optionsOf, Pick } from '../../parts/fields';
import { remember } from '../../state/remember';
import { quantity, whole } from '../../parts/formSchema';
import { codeSide } from './codeSide';
import { labelPages, labelSheet, LABEL_PAPERS, USUAL_ON, type LabelPaper } from './labelSheet';
import { LabelBody } from './LabelBody';
import { labelsOf, type Label } from './labelsOf';

const sizesOn = (paper: LabelPaper) => [
  ...USUAL_ON[paper].map((size) => ({ value: size, label: `${size.replace('x', ' × ')} mm` })),
  { value: 'own', label: 'another size' },
];
const PAPER_KEY = 'hiraeth-label-paper';

/** A side of a label, mm, within what a code fits on and what a sheet holds. */
function side(least: number, most: number) {
  const words = `${least} to ${most} mm`;
  return quantity('length', words).refine((mm) => mm >= least && mm <= most, words);
}
const WIDTH = side(20, 200);
const HEIGHT = side(15, 280);

/** Labels for cartridges, bottles and papers: name, shade in words and colour, masses, and a code to scan. */
export default function Labels() {
  const ledger = useLedger();
  const [which, setWhich] = useState<Labelled>('cartridge');
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [paper, setPaper] = useState<LabelPaper>(() =>
    remember.get(PAPER_KEY) === 'Letter' ? 'Letter' : 'A4',
  );
  const [size, setSize] = useState<string>(USUAL_ON[paper][0]!);
  const [width, setWidth] = useState('63.5');
  const [height, setHeight] = useState('38.1');
  const [first, setFirst] = useState('1');
  const labels = labelsOf(ledger, which);
  const [across, down] = size === 'own' ? [width, height] : size.split('x');
  const sides = { width: WIDTH.safeParse(across), height: HEIGHT.safeParse(down) };
  // What cannot be read is shown as the usual size, and not printed.
  const [w, h] = [sides.width.data ?? 63.5, sides.height.data ?? 38.1];
  const shown = labels.filter(({ id }) => !off.has(id));
  const sheet = labelSheet(w, h, paper);
  const count = sheet.columns * sheet.rows;
  const begin = whole(1, count, `1 to ${count}`).safeParse(first);
  const tooSmall = Math.max(
    0,
    ...shown.map(({ what, id }) => {
      const room = codeSide(labelCode(what, id), w, h);
      return 'least' in room ? room.least : 0;
    }),
  );
  const sound = sides.width.success && sides.height.success && begin.success && tooSmall === 0;
  return (
    <div className="paper">
      <h1 className="no-print">Labels</h1>
      <p className="no-print">
        A scanned label opens its cartridge and lays it on the scale; at the match on the Bench, bottle and
        cartridge are compared by theirs. A scanner that types its codes works anywhere; so does the camera.
      </p>
      <div className="row no-print" style={{ marginTop: 16, alignItems: 'start' }}>
        <Pick<Labelled>
          label="For"
          value={which}
          options={[
            { value: 'cartridge', label: 'cartridges' },
            { value: 'bottle', label: 'bottles' },
            { value: 'paper', label: 'papers' },
          ]}
          onPick={setWhich}
        />
        <Pick<LabelPaper>
          label="Sheets of"
          value={paper}
          options={optionsOf(['A4', 'Letter'] as const)}
          onPick={(picked) => {
            setPaper(picked);
            remember.set(PAPER_KEY, picked);
            if (size !== 'own') setSize(USUAL_ON[picked][0]!);
          }}
        />
        <Pick label="Size of a label" value={size} options={sizesOn(paper)} onPick={setSize} />
        {size === 'own' && (
          <>
            <SmallField label="Width, mm" value={width} onText={setWidth} read={sides.width} />
            <SmallField label="Height, mm" value={height} onText={setHeight} read={sides.height} />
          </>
        )}
        <SmallField label={`First free label of ${count}`} value={first} onText={setFirst} read={begin} />
        <Button variant="contained" disabled={shown.length === 0 || !sound} onClick={() => window.print()}>
          Print {shown.length} {shown.length === 1 ? 'label' : 'labels'}
        </Button>
      </div>
      {labels.length === 0 && (
        <p>
          None yet: <Link to="/workbook/things">set it up first</Link>.
        </p>
      )}
      {tooSmall > 0 && (
        <p className="bad no-print" role="alert">
          No phone reads a code on so small a label. Take one of at least {tooSmall} mm on its shorter side.
        </p>
      )}
      <p className="soft small no-print">
        On {paper} sheets of {sheet.columns} × {sheet.rows}. In the browser’s print window: actual size (100
        %), no margins.
      </p>
      <Chosen labels={labels} off={off} onOff={setOff} width={w} height={h} />
      <OnPaper
        paper={paper}
        pages={labelPages(sheet, sound ? shown : [], begin.data ?? 1)}
        width={w}
        height={h}
      />
    </div>
  );
}

/** A field of the row, with what is wrong with it. */
function SmallField({
  label,
  value,
  onText,
  read,
}: {
  readonly label: string;
  readonly value: string;
  readonly onText: (text: string) => void;
  readonly read: { readonly error?: { readonly issues: readonly { readonly message: string }[] } };
}) {
  return (
    <TextField
      label={label}
      value={value}
      onChange={(event) => onText(event.target.value)}
      error={read.error !== undefined}
      helperText={read.error?.issues[0]?.message}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width: 190 }}
    />
  );
}

/** All that there are, each to be printed or not. */
function Chosen({
  labels,
  off,
  onOff,
  width,
  height,
}: {
  readonly labels: readonly Label[];
  readonly off: ReadonlySet<string>;
  readonly onOff: (off: ReadonlySet<string>) => void;
  readonly width: number;
  readonly height: number;
}) {
  return (
    <ul className="labels no-print" style={{ gridTemplateColumns: `repeat(auto-fill, ${width}mm)` }}>
      {labels.map((label) => (
        <li key={label.id} className={off.has(label.id) ? 'label off' : 'label'}>
          <LabelBody label={label} width={width} height={height} />
          <label className="small">
            <input
              type="checkbox"
              checked={!off.has(label.id)}
              onChange={() => {
                const next = new Set(off);
                if (!next.delete(label.id)) next.add(label.id);
                onOff(next);
              }}
            />{' '}
            print it
          </label>
        </li>
      ))}
    </ul>
  );
}

function OnPaper({
  paper,
  pages,
  width,
  height,
}: {
  readonly paper: LabelPaper;
  readonly pages: ReturnType<typeof labelPages<Label>>;
  readonly width: number;
  readonly height: number;
}) {
  return (
    <>
      {/* On paper each stands where the sheet has its label. */}
      <style>{`@page { size: ${paper}; margin: 0 }`}</style>
      {pages.map((page, i) => (
        <div
          key={i}
          className="label-page"
          aria-hidden="true"
          // A hair less than the sheet: rounded up, each would take two.
          style={{ width: `${LABEL_PAPERS[paper].width}mm`, height: `${LABEL_PAPERS[paper].height - 0.1}mm` }}
        >
          {page.map(({ label, left, top }) => (
            <div key={label.id} style={{ position: 'absolute', left: `${left}mm`, top: `${top}mm` }}>
              <LabelBody label={label} width={width} height={height} />
            </div>
          ))}
        </div>
      ))}
    </>
  );
}
