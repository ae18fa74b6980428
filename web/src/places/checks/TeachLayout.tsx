import { teachCheck } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { layoutFrom, parseCheckLayout, type Corners, type Point } from '@hiraeth/core/image';
import type { CheckLayout, Printer } from '@hiraeth/core/workbook';
import { useAct } from '../../state/hooks';
import { readWhole, WholeField } from '../../parts/fields';
import { TextFileButton } from '../../parts/TextFileButton';
import { CORNERS, cornersOf } from './corners';
import { MarkPhoto } from './MarkPhoto';

/**
 * Teaches where the lines of a printer's own check stand, once: its four corners, each channel's field by two of its corners,
 * and how many lines a field has. Or from a file that somebody shared.
 */
export function TeachLayout({
  printer,
  file,
  onDone,
}: {
  readonly printer: Printer;
  readonly file: File;
  readonly onDone: (layout: CheckLayout | null, corners?: Corners) => void;
}) {
  const act = useAct();
  const [columns, setColumns] = useState('10');
  const [rows, setRows] = useState('18');
  const [marking, setMarking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const across = readWhole(columns, 1);
  const down = readWhole(rows, 1);
  const keep = async (layout: CheckLayout, corners?: Corners): Promise<void> => {
    const saved = await act(teachCheck(printer, layout));
    if (saved) onDone(layout, corners);
  };
  const taught = (points: readonly Point[]): void => {
    const layout = layoutFrom(printer, points, across!, down!);
    if (layout) void keep(layout, cornersOf(points) ?? undefined);
    else {
      setMarking(false);
      setError(
        'A field lies outside the four corners, or has no size. Mark them again, each by its top left and bottom right.',
      );
    }
  };
  const open = async (shared: string): Promise<void> => {
    const read = parseCheckLayout(shared);
    if (!read.ok) return setError(`This layout cannot be used: ${read.problem.problems.join('; ')}.`);
    const strange = read.value.fields.find(({ slotId }) => !printer.slots.some(({ id }) => id === slotId));
    if (strange)
      return setError(
        `This layout speaks of a channel “${strange.slotId}” that ${printer.name} does not have.`,
      );
    await keep(read.value);
  };
  const asks = [
    ...CORNERS.map((corner) => `${corner} corner of the whole grid`),
    ...printer.slots.flatMap(({ name }) => [
      `top left of ${name}’s first line`,
      `bottom right of ${name}’s last line`,
    ]),
  ];
  return (
    <div className="stack" role="group" aria-label="Teach the layout">
      <h3>Teach {printer.name}’s check</h3>
      <p>
        Once: the four corners, then each channel’s field by its top left and bottom right. Solid marks at the
        corners are found by themselves in later photographs; without them the corners are marked by hand.
      </p>
      <div className="row">
        <WholeField label="Lines beside each other" least={1} value={columns} onText={setColumns} />
        <WholeField label="Rows of lines" least={1} value={rows} onText={setRows} />
      </div>
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      {marking ? (
        <MarkPhoto file={file} asks={asks} onDone={taught} onCancel={() => setMarking(false)} />
      ) : (
        <div className="row">
          <Button
            variant="contained"
            disabled={across === null || down === null}
            onClick={() => {
              setError(null);
              setMarking(true);
            }}
          >
            Mark it in this photograph
          </Button>
          <TextFileButton
            label="Layout file"
            accept="application/json,.json"
            onText={(shared) => void open(shared)}
            onWrong={setError}
          >
            From a file …
          </TextFileButton>
          <Button onClick={() => onDone(null)}>Leave it</Button>
        </div>
      )}
    </div>
  );
}
