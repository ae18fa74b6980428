import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { all, isTool, settingsOf } from '@hiraeth/core/ledger';
import { entityName, howMany } from '@hiraeth/core/words';
import { CONSTRUCTION_NAMES, METHOD_NAMES, STRATEGY_NAMES } from '@hiraeth/core/definition';
import type { Entity, EntityKind } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { EntityEditor } from '../../parts/EntityEditor';
import { Leaves } from '../../parts/Leaves';
import { useLeaf } from '../../parts/useLeaf';
import { AddThing } from './AddThing';
import { Books } from './Books';
import { ClockAhead } from './ClockAhead';
import { Devices } from './Devices';
import { Files } from './Files';
import { Log } from './Log';
import { ReferenceCheck } from './ReferenceCheck';
import { SaidApart } from './SaidApart';
import { Unfitting } from './Unfitting';
import { day } from '../../parts/dates';
import { Lines } from '../../parts/Lines';
import { PrinterUse } from './PrinterUse';
import { ToolUse } from './ToolUse';

const KINDS: readonly { readonly kind: EntityKind; readonly name: string }[] = [
  { kind: 'printer', name: 'Printers' },
  { kind: 'cartridgeType', name: 'Cartridge types' },
  { kind: 'cartridge', name: 'Cartridges' },
  { kind: 'scale', name: 'Scales' },
  { kind: 'syringe', name: 'Syringes' },
  { kind: 'tool', name: 'Other tools' },
  { kind: 'subject', name: 'Kinds of pictures' },
  { kind: 'paper', name: 'Papers' },
  { kind: 'jobRule', name: 'Rules for jobs' },
];

/** The workbook itself: its files, what is owned, and every entry in it. */
export default function WorkbookPlace() {
  const leaf = useLeaf('/workbook');
  const { search } = useLocation();
  const ledger = useLedger();
  const [editing, setEditing] = useState<Entity | null>(null);
  const settings = settingsOf(ledger.context);
  const goneAt = ({ entity, id }: Entity): string | null =>
    (entity === 'printer' ? ledger.state.printers.get(id)?.retired : ledger.state.toolsGone.get(id)) ?? null;
  return (
    <div className="stack">
      <h1>{settings.name}</h1>
      <Leaves of="/workbook" />
      <ClockAhead />
      <Unfitting />
      <SaidApart />
      {leaf === null ? (
        <Files />
      ) : leaf === 'books' ? (
        <Books />
      ) : leaf === 'devices' ? (
        <Devices />
      ) : leaf === 'things' ? (
        <>
          <section className="section">
            <header>
              <h2>What is owned</h2>
            </header>
            <div className="row">
              <Button variant="contained" component={Link} to="/set-up">
                Set up a printer
              </Button>
              <Button component={Link} to="/set-up/description">
                Share a set-up
              </Button>
              <AddThing onAdded={setEditing} />
              <Button onClick={() => setEditing(settings)}>Defaults of the workbook</Button>
            </div>
            {KINDS.map(({ kind, name }) => {
              const things = all(ledger.context, kind) as Entity[];
              return things.length === 0 ? null : (
                <details key={kind} className="sum" open={kind === 'printer'}>
                  <summary>
                    <span>{name}</span>
                    <span>{things.length}</span>
                  </summary>
                  <Lines
                    columns={[
                      {
                        // Beside each other where there is room; on a phone one below the other.
                        of: (entity) => (
                          <div className="row">
                            <Box component="span" sx={{ minWidth: { sm: 220 } }}>
                              {entityName(ledger, entity)}
                            </Box>
                            <span className="soft">{aboutUse(entity, goneAt(entity))}</span>
                          </div>
                        ),
                      },
                      {
                        n: true,
                        of: (entity) => (
                          <>
                            {entity.entity === 'printer' && <PrinterUse printer={entity} />}
                            {isTool(entity) && <ToolUse tool={entity} />}
                            <Button
                              size="small"
                              onClick={() => setEditing(entity)}
                              aria-label={`Correct ${entityName(ledger, entity)}`}
                            >
                              Correct
                            </Button>
                          </>
                        ),
                      },
                    ]}
                    rows={things}
                    keyOf={(entity) => entity.id}
                  />
                </details>
              );
            })}
          </section>
          <ReferenceCheck />
        </>
      ) : (
        <Log key={search} />
      )}
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
    </div>
  );
}

/** With a word where it is out of use. */
const aboutUse = (entity: Entity, gone: string | null): string =>
  [gone && `out of use since ${day(gone)}`, about(entity)].filter(Boolean).join('; ');

function about(entity: Entity): string {
  switch (entity.entity) {
    case 'printer':
      return `${howMany(entity.slots.length, 'channel')}, ${entity.feed === 'stationary' ? 'stationary bay' : 'carriage'}`;
    case 'cartridgeType':
      return `${CONSTRUCTION_NAMES[entity.construction]}; ${entity.emptyG.value} to ${entity.fullG} g, ${entity.capacityMl} ml; ${METHOD_NAMES[entity.method]}`;
    case 'cartridge':
      return `${entity.shades.join(', ')}${entity.set ? `, set ${entity.set}` : ''}${entity.chip ? `; chip: ${STRATEGY_NAMES[entity.chip.strategy]}` : ''}`;
    case 'scale':
      return `to ${entity.capacityG} g in steps of ${entity.resolutionG} g`;
    case 'syringe':
      return `${entity.capacityMl} ml, marks of ${entity.graduationMl} ml`;
    case 'tool':
      return entity.count === 1 ? '' : `${entity.count} of them`;
    case 'paper':
      return `${entity.black ? `takes ${entity.black === 'both' ? 'either' : entity.black} black; ` : ''}brightener: ${entity.brightener}`;
    case 'jobRule':
      return `${entity.queue || 'any queue'}, titles like ${entity.title || 'any'}${entity.ignore ? ': put away' : ''}`;
    default:
      return '';
  }
}
