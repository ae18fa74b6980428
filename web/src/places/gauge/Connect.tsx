import { askPrinter, stopAsking, takeReadings } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { changedReadings, guessMarkerMap, type Marker } from '@hiraeth/core/ipp';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { askBridge, bridgedPrinters, type KnownPrinter } from '../../devices/askBridge';
import { Pick } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';
import { PickOf } from '../../parts/formFields';

/** A printer on the network whose readings enter themselves: chosen once, its markers matched to slots once. */
export function Connect({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const act = useAct();
  const [list, setList] = useState<readonly KnownPrinter[] | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const [matching, setMatching] = useState<{
    readonly id: string;
    readonly markers: readonly Marker[];
  } | null>(null);
  const { bridge } = printer;
  useEffect(() => {
    let alive = true;
    void bridgedPrinters().then((found) => alive && setList(found));
    return () => {
      alive = false;
    };
  }, []);

  const choose = async (id: string): Promise<void> => {
    setSays('Asking …');
    const answer = await askBridge(id);
    if (!answer.ok) return setSays(answer.words);
    if (answer.markers.length === 0)
      return setSays('It answers, but tells nothing of its ink. Enter its readings by hand.');
    setSays(null);
    setMatching({ id, markers: answer.markers });
  };
  const keep = async (map: Readonly<Record<string, string>>): Promise<void> => {
    if (!matching) return;
    const saved = await act(askPrinter(printer, { printerId: matching.id, markers: { ...map } }));
    if (!saved) return;
    const drafts = changedReadings(ledger, printer.id, map, matching.markers);
    if (drafts.length > 0) await act(takeReadings(drafts));
    setMatching(null);
  };
  const ask = async (): Promise<void> => {
    if (!bridge) return;
    setSays('Asking …');
    const answer = await askBridge(bridge.printerId);
    if (!answer.ok) return setSays(answer.words);
    const drafts = changedReadings(ledger, printer.id, bridge.markers, answer.markers);
    const unknown = answer.markers.filter(
      (marker) => bridge.markers[marker.name] && marker.level === null,
    ).length;
    if (drafts.length > 0) await act(takeReadings(drafts));
    setSays(
      `${drafts.length === 0 ? 'Nothing changed since the last reading' : `${drafts.length} readings entered`}${unknown > 0 ? `; ${unknown} it does not know` : ''}.`,
    );
  };
  return (
    <div className="stack">
      <h2>Reading the printer</h2>
      {bridge ? (
        <>
          <p>Its readings enter themselves, once a minute while this page is open.</p>
          <Button variant="outlined" onClick={() => void ask()}>
            Ask it now
          </Button>
          <Button size="small" onClick={() => void act(stopAsking(printer))}>
            Do not ask it any more
          </Button>
        </>
      ) : list === null ? (
        <p className="soft">Looking for the local server …</p>
      ) : list.length === 0 ? (
        <p>
          The local server knows no printer. Its owner lists those it may ask (see the devices page of the
          manual). Until then enter the figures here: a number and Enter for each slot.
        </p>
      ) : (
        <Pick
          label="Connect to"
          value=""
          options={list.map((known) => ({ value: known.id, label: known.name }))}
          onPick={(id) => void choose(id)}
        />
      )}
      {says && <p role="status">{says}</p>}
      {matching && (
        <Match
          key={matching.id}
          printer={printer}
          markers={matching.markers}
          onKeep={(map) => void keep(map)}
          onCancel={() => setMatching(null)}
        />
      )}
    </div>
  );
}

const NONE = 'none';
/** The slot of each marker, in their order: a slot is read by one of them alone. */
const matchSchema = (printer: Printer) =>
  z.object({
    slotIds: z.array(z.string()).superRefine((slotIds, context) =>
      slotIds.forEach((slotId, i) => {
        if (slotId === NONE || slotIds.indexOf(slotId) === i) return;
        const name = printer.slots.find(({ id }) => id === slotId)?.name ?? slotId;
        context.addIssue({
          code: 'custom',
          path: [i],
          message: `${name} is read by another one already. Choose which of them it is.`,
        });
      }),
    ),
  });
type Matched = z.output<ReturnType<typeof matchSchema>>;

function Match({
  printer,
  markers,
  onKeep,
  onCancel,
}: {
  readonly printer: Printer;
  readonly markers: readonly Marker[];
  readonly onKeep: (map: Readonly<Record<string, string>>) => void;
  readonly onCancel: () => void;
}) {
  const guess = guessMarkerMap(markers, printer.slots);
  const { control, handleSubmit } = useForm<Matched>({
    resolver: zodResolver(matchSchema(printer)),
    defaultValues: { slotIds: markers.map(({ name }) => guess[name] || NONE) },
  });
  const keep = ({ slotIds }: Matched): void =>
    onKeep(
      Object.fromEntries(
        markers.flatMap(({ name }, i) => (slotIds[i] === NONE ? [] : [[name, slotIds[i]!] as const])),
      ),
    );
  return (
    <form
      className="stack"
      aria-label="Match markers to slots"
      noValidate
      onSubmit={(event) => void handleSubmit(keep)(event)}
    >
      <p>Which of its names is which slot? The guess is by name.</p>
      {markers.map((marker, i) => (
        <PickOf
          key={marker.name}
          control={control}
          name={`slotIds.${i}`}
          label={marker.name}
          options={[
            ...printer.slots.map((slot) => ({ value: slot.id, label: slot.name })),
            { value: NONE, label: 'none of them' },
          ]}
        />
      ))}
      <FormEnd submit="So it is" onCancel={onCancel} />
    </form>
  );
}
