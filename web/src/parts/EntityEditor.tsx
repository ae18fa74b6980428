import { correctThing } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { zodResolver } from '@hookform/resolvers/zod';
import { Fragment } from 'react';
import { useForm, type Control } from 'react-hook-form';
import { z } from 'zod';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { entityBounds, entitySchema, faultWords, type Entity } from '@hiraeth/core/workbook';
import { entityName, explain, outOfBoundsWords } from '@hiraeth/core/words';
import { minorPerMajor, parseMoney, parseQuantity } from '@hiraeth/core/quantity';
import { useLedger, usePriceUnit, useAct } from '../state/hooks';
import type { FieldSpec } from './entity/fieldSpec';
import { fieldsOf } from './entityFields';
import { FlagOf, PickOf, TextOf } from './formFields';
import { useLeaving } from './useLeaving';

type Typed = Record<string, unknown>;
const at = (entity: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>(
      (part, key) =>
        typeof part === 'object' && part !== null ? (part as Record<string, unknown>)[key] : undefined,
      entity,
    );

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
  const fields = fieldsOf(entity, {
    printers: all(ledger.context, 'printer'),
    types: all(ledger.context, 'cartridgeType'),
    subjects: all(ledger.context, 'subject'),
    papers: all(ledger.context, 'paper'),
  });
  const { control, handleSubmit } = useForm<Typed, unknown, Entity>({
    resolver: zodResolver(editorSchema(entity, fields, currency)),
    defaultValues: asTyped(entity, fields, currency),
  });
  const save = async (next: Entity): Promise<void> => {
    const saved = await act(correctThing(next, entity));
    if (saved) onClose();
  };
  return (
    <form className="indialog" noValidate onSubmit={(event) => void handleSubmit(save)(event)}>
      <DialogTitle id="entity-editor-title">Correct {entityName(ledger, entity)}</DialogTitle>
      <DialogContent>
        <div className="form" style={{ paddingTop: 8 }}>
          {fields.map((field) => (
            <Fragment key={field.path}>
              {field.group && <h3 className="wide">{field.group}</h3>}
              <FieldOf field={field} control={control} />
            </Fragment>
          ))}
        </div>
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

function FieldOf({
  field,
  control,
}: {
  readonly field: FieldSpec;
  readonly control: Control<Typed, unknown, Entity>;
}) {
  const unit = usePriceUnit();
  const label = field.as === 'money' ? `${field.label} (${unit})` : field.label;
  const bound = { control, name: field.path, label };
  if (field.as === 'flag') return <FlagOf {...bound} />;
  if (field.as === 'choice')
    return <PickOf {...bound} options={field.choices ?? []} helperText={field.help} />;
  return <TextOf {...bound} helperText={field.help} />;
}

/** What stands in each field at first, nested as its path says. */
function asTyped(entity: Entity, fields: readonly FieldSpec[], currency: string): Typed {
  const typed: Typed = {};
  for (const field of fields)
    lay(typed, field.path.split('.'), show(field, at(entity, field.path), currency));
  return typed;
}

function lay(target: Record<string, unknown>, [key, ...rest]: readonly string[], value: unknown): void {
  if (rest.length === 0) target[key!] = value;
  else lay((target[key!] ??= {}) as Record<string, unknown>, rest, value);
}

function show(field: FieldSpec, value: unknown, currency: string): string | boolean {
  if (field.as === 'flag') return value === true;
  if (value === null || value === undefined) return '';
  if (field.as === 'money') return (Number(value) / minorPerMajor(currency)).toString();
  if (typeof value !== 'number') return typeof value === 'string' ? value : '';
  return String(field.per ? Number((value * field.per).toFixed(6)) : value);
}

function readBack(
  entity: Entity,
  fields: readonly FieldSpec[],
  typed: Typed,
  currency: string,
): { next: Entity; problems: Record<string, string> } {
  const next = structuredClone(entity) as unknown as Record<string, unknown>;
  const problems: Record<string, string> = {};
  /** Objects that may be left out as a whole, and whether all of their fields are filled. */
  const optional = new Map<string, { filled: number; of: number; first: string }>();
  for (const field of fields) {
    const raw = at(typed, field.path) as string | boolean;
    const dot = field.path.lastIndexOf('.');
    const parent = dot < 0 ? '' : field.path.slice(0, dot);
    const group = field.optional && parent !== '' && !Array.isArray(at(next, parent));
    if (group) {
      const count = optional.get(parent) ?? { filled: 0, of: 0, first: field.path };
      optional.set(parent, { ...count, of: count.of + 1, filled: count.filled + (raw === '' ? 0 : 1) });
    }
    if (typeof raw === 'string' && raw.trim() === '' && field.usual !== undefined) {
      const value = at(typed, `${parent}.value`);
      if (typeof value === 'string' && value.trim() !== '') {
        const count = optional.get(parent);
        if (count) optional.set(parent, { ...count, filled: count.filled + 1 });
        put(next, field.path, field.usual);
        continue;
      }
    }
    // A mark that is not set, of a field that may be absent, leaves it absent.
    if (field.extra && (raw === false || (typeof raw === 'string' && raw.trim() === ''))) {
      put(next, field.path, undefined);
      continue;
    }
    // It names something that was taken back since.
    if (field.choices && raw !== '' && !field.choices.some(({ value }) => value === raw)) {
      problems[field.path] = 'Choose one of the list: what stood here is not in the workbook any more.';
      continue;
    }
    if (typeof raw === 'boolean' || field.as === 'text' || field.as === 'choice' || field.as === 'flag') {
      put(next, field.path, raw === '' && field.optional ? null : typeof raw === 'string' ? raw.trim() : raw);
      continue;
    }
    if (raw.trim() === '' && field.optional) {
      put(next, field.path, null);
      continue;
    }
    const parsed = field.as === 'money' ? parseMoney(raw, currency) : parseQuantity(raw, field.as);
    if (!parsed.ok) problems[field.path] = explain(parsed.problem);
    else {
      const number = typeof parsed.value === 'number' ? parsed.value : parsed.value.value;
      put(next, field.path, field.per ? number / field.per : number);
    }
  }
  for (const [path, { filled, of, first }] of optional) {
    // The chip's own optional volume stands among fields that are always there.
    if (path === 'chip') continue;
    // One that stands in another belongs to the same whole.
    const begun = [...optional].some(
      ([other, count]) =>
        count.filled > 0 && (other === path || other.startsWith(`${path}.`) || path.startsWith(`${other}.`)),
    );
    if (!begun) put(next, path, null);
    else if (filled < of) problems[first] = 'Fill in all of these, or none.';
  }
  return { next: next as unknown as Entity, problems };
}

function put(target: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.');
  let part: Record<string, unknown> = target;
  for (const key of keys.slice(0, -1)) {
    if (typeof part[key] !== 'object' || part[key] === null) {
      if (value === null || value === undefined || value === '' || value === false) return;
      part[key] = {};
    }
    part = part[key] as Record<string, unknown>;
  }
  if (value === undefined) delete part[keys.at(-1)!];
  else part[keys.at(-1)!] = value;
}
