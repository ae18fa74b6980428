import { correctThing } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { zodResolver } from '@hookform/resolvers/zod';
import { Fragment, useState } from 'react';
import { flushSync } from 'react-dom';
import { useForm, type Control, type FieldErrors } from 'react-hook-form';
import { z } from 'zod';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { entityBounds, valueAt } from '@hiraeth/core/definition';
import { entitySchema, faultWords, type Entity } from '@hiraeth/core/workbook';
import { entityName, outOfBoundsWords } from '@hiraeth/core/words';
import { useLedger, usePriceUnit, useAct } from '../state/hooks';
import { fieldsOf, type FieldPart, type FieldSpec } from './entity/fieldsOf';
import { readBack } from './entity/readBack';
import { shownAs } from './entity/shownAs';
import { FlagOf, PickOf, TextOf } from './formFields';
import { useLeaving } from './useLeaving';

type Typed = Record<string, unknown>;
/** Of a thing with more fields than these its parts are shut at first. */
const MOST_OPEN = 40;

/** Corrects a definition: every field of it, read back as a new version; the old one stays in the log. */
export function EntityEditor({
  entity,
  onClose,
}: {
  readonly entity: Entity | null;
  readonly onClose: () => void;
}) {
  useLeaving(entity !== null, onClose);
  return (
    <Dialog
      open={entity !== null}
      onClose={onClose}
      maxWidth="md"
      fullWidth
      aria-labelledby="entity-editor-title"
    >
      {entity && <Editor key={JSON.stringify(entity)} entity={entity} onClose={onClose} />}
    </Dialog>
  );
}

/** Its fields as they are typed, read back as a new version that its schema takes; each problem stands at its field. */
const editorSchema = (entity: Entity, fields: readonly FieldSpec[], currency: string) =>
  z.record(z.string(), z.unknown()).transform((typed, context): Entity => {
    const { next, problems } = readBack(entity, fields, typed, currency);
    const found = Object.entries(problems);
    if (found.length === 0) {
      const read = entitySchema.safeParse(next);
      const beyond = read.success ? entityBounds(read.data) : [];
      if (read.success && beyond.length === 0) return read.data;
      for (const bound of beyond) found.push([bound.path, outOfBoundsWords(bound)]);
      // What its schema refuses is said where it was typed, as far as there is such a field.
      for (const issue of read.error?.issues ?? []) {
        const where = issue.path.join('.');
        const field =
          fields.find((one) => where.startsWith(one.path) || one.path.startsWith(`${where}.`)) ?? fields[0]!;
        found.push([field.path, `It ${faultWords(issue, next)}.`]);
      }
    }
    for (const [path, message] of found) context.addIssue({ code: 'custom', path: path.split('.'), message });
    return z.NEVER;
  });

function Editor({ entity, onClose }: { readonly entity: Entity; readonly onClose: () => void }) {
  const ledger = useLedger();
  const act = useAct();
  const { currency } = settingsOf(ledger.context);
  const parts = fieldsOf(entity, {
    printer: all(ledger.context, 'printer'),
    cartridgeType: all(ledger.context, 'cartridgeType'),
    subject: all(ledger.context, 'subject'),
    paper: all(ledger.context, 'paper'),
    ink: all(ledger.context, 'ink'),
  });
  const fields = parts.flatMap((part) => part.fields);
  const { control, handleSubmit, setFocus } = useForm<Typed, unknown, Entity>({
    resolver: zodResolver(editorSchema(entity, fields, currency)),
    defaultValues: shownAs(entity, fields, currency),
    shouldFocusError: false,
  });
  const [open, setOpen] = useState<ReadonlySet<FieldPart['title']>>(
    () => new Set(fields.length > MOST_OPEN ? [] : parts.map(({ title }) => title)),
  );
  /** What is wrong is seen: its part opens, and the first of it has the focus. */
  const showWrong = (errors: FieldErrors<Typed>): void => {
    const isWrong = ({ path }: FieldSpec): boolean => valueAt(errors, path) !== undefined;
    const wrong = parts.filter((part) => part.fields.some(isWrong)).map(({ title }) => title);
    flushSync(() => setOpen((before) => new Set([...before, ...wrong])));
    const first = fields.find(isWrong);
    if (first) setFocus(first.path);
  };
  const save = async (next: Entity): Promise<void> => {
    const saved = await act(correctThing(next, entity));
    if (saved) onClose();
  };
  return (
    <form className="indialog" noValidate onSubmit={(event) => void handleSubmit(save, showWrong)(event)}>
      <DialogTitle id="entity-editor-title">Correct {entityName(ledger, entity)}</DialogTitle>
      <DialogContent>
        {parts.map((part) =>
          part.title === undefined ? (
            <Fields key="" part={part} control={control} />
          ) : (
            <details
              key={part.title}
              className="sum"
              open={open.has(part.title)}
              onToggle={({ currentTarget }) =>
                setOpen((before) => withOrWithout(before, part.title, currentTarget.open))
              }
            >
              <summary>
                <span>{part.title}</span>
              </summary>
              {part.about && <p className="small soft">{part.about}</p>}
              <Fields part={part} control={control} />
            </details>
          ),
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button type="submit" variant="contained">
          Save
        </Button>
      </DialogActions>
    </form>
  );
}

const withOrWithout = (
  titles: ReadonlySet<FieldPart['title']>,
  title: FieldPart['title'],
  isOpen: boolean,
): ReadonlySet<FieldPart['title']> =>
  isOpen ? new Set([...titles, title]) : new Set([...titles].filter((one) => one !== title));

function Fields({
  part,
  control,
}: {
  readonly part: FieldPart;
  readonly control: Control<Typed, unknown, Entity>;
}) {
  return (
    <div className="form" style={{ paddingTop: 8 }}>
      {part.fields.map((field) => (
        <Fragment key={field.path}>
          {field.head && <h3 className="wide">{field.head}</h3>}
          <FieldOf field={field} control={control} />
        </Fragment>
      ))}
    </div>
  );
}

function FieldOf({
  field: { field, path, label, choices, help },
  control,
}: {
  readonly field: FieldSpec;
  readonly control: Control<Typed, unknown, Entity>;
}) {
  const unit = usePriceUnit();
  const bound = { control, name: path, label: field.as === 'money' ? `${label} (${unit})` : label };
  if (field.as === 'flag') return <FlagOf {...bound} />;
  if (choices) return <PickOf {...bound} options={choices} helperText={help} />;
  return <TextOf {...bound} helperText={help} />;
}
