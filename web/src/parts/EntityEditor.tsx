import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  all,
  explain,
  minorPerMajor,
  parseMoney,
  parseQuantity,
  settingsOf,
  type Entity,
} from '@hiraeth/core';
import { useLedger, useRecord } from '../state/hooks';
import { fieldsOf, type FieldSpec } from './entityFields';
import { Pick } from './fields';

type Values = Record<string, string | boolean>;
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

function Editor({ entity, onClose }: { readonly entity: Entity; readonly onClose: () => void }) {
  const ledger = useLedger();
  const record = useRecord();
  const { currency } = settingsOf(ledger.context);
  const fields = fieldsOf(entity, {
    printers: all(ledger.context, 'printer'),
    types: all(ledger.context, 'cartridgeType'),
    subjects: all(ledger.context, 'subject'),
    papers: all(ledger.context, 'paper'),
  });
  const [values, setValues] = useState<Values>(() =>
    Object.fromEntries(fields.map((field) => [field.path, show(field, at(entity, field.path), currency)])),
  );
  const [errors, setErrors] = useState<Record<string, string>>({});
  const set = (path: string, value: string | boolean): void => {
    setValues({ ...values, [path]: value });
    setErrors({});
  };
  const save = async (): Promise<void> => {
    const { next, problems } = readBack(entity, fields, values, currency);
    if (Object.keys(problems).length > 0) return setErrors(problems);
    const saved = await record(
      [{ kind: 'defined', entity: next }],
      'Saved. The version before stays in the log.',
    );
    if (saved) onClose();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <DialogTitle id="entity-editor-title">
        Correct{' '}
        {'name' in entity
          ? entity.name
          : 'label' in entity
            ? entity.label
            : `bottle, lot ${'lot' in entity ? entity.lot : ''}`}
      </DialogTitle>
      <DialogContent>
        <div className="form" style={{ paddingTop: 8 }}>
          {fields.map((field) => (
            <FieldOf
              key={field.path}
              field={field}
              value={values[field.path]!}
              error={errors[field.path]}
              onValue={(value) => set(field.path, value)}
            />
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
  value,
  error,
  onValue,
}: {
  readonly field: FieldSpec;
  readonly value: string | boolean;
  readonly error: string | undefined;
  readonly onValue: (value: string | boolean) => void;
}) {
  const input =
    field.as === 'flag' ? (
      <FormControlLabel
        control={<Checkbox checked={value === true} onChange={(event) => onValue(event.target.checked)} />}
        label={field.label}
      />
    ) : field.as === 'choice' ? (
      <Pick
        label={field.label}
        value={value as string}
        options={field.choices ?? []}
        onPick={onValue}
        {...(field.help ? { helperText: field.help } : {})}
      />
    ) : (
      <TextField
        label={field.label}
        value={value}
        onChange={(event) => onValue(event.target.value)}
        error={error !== undefined}
        helperText={error ?? field.help}
      />
    );
  return (
    <>
      {field.group && <h3 className="wide">{field.group}</h3>}
      {input}
    </>
  );
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
  values: Values,
  currency: string,
): { next: Entity; problems: Record<string, string> } {
  const next = structuredClone(entity) as unknown as Record<string, unknown>;
  const problems: Record<string, string> = {};
  /** Objects that may be left out as a whole, and whether all of their fields are filled. */
  const optional = new Map<string, { filled: number; of: number; first: string }>();
  for (const field of fields) {
    const raw = values[field.path]!;
    const dot = field.path.lastIndexOf('.');
    const parent = dot < 0 ? '' : field.path.slice(0, dot);
    const group = field.optional && parent !== '' && !Array.isArray(at(next, parent));
    if (group) {
      const count = optional.get(parent) ?? { filled: 0, of: 0, first: field.path };
      optional.set(parent, { ...count, of: count.of + 1, filled: count.filled + (raw === '' ? 0 : 1) });
    }
    if (typeof raw === 'string' && raw.trim() === '' && field.extra) {
      put(next, field.path, undefined);
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
    if (filled === 0) put(next, path, null);
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
