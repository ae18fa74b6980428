import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { changedReadings, guessMarkerMap, type Marker, type Printer } from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { askBridge, bridgedPrinters, type KnownPrinter } from '../../devices/askBridge';
import { Pick } from '../../parts/fields';

/** A printer on the network whose readings enter themselves: chosen once, its markers matched to slots once. */
export function Connect({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const record = useRecord();
  const [list, setList] = useState<readonly KnownPrinter[] | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const [matching, setMatching] = useState<{
    readonly id: string;
    readonly markers: readonly Marker[];
    readonly map: Record<string, string>;
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
    setMatching({ id, markers: answer.markers, map: guessMarkerMap(answer.markers, printer.slots) });
  };
  const keep = async (): Promise<void> => {
    if (!matching) return;
    const map = Object.fromEntries(Object.entries(matching.map).filter(([, slotId]) => slotId !== ''));
    const saved = await record(
      [{ kind: 'defined', entity: { ...printer, bridge: { printerId: matching.id, markers: map } } }],
      `Saved: readings of ${printer.name} enter themselves from now on.`,
    );
    if (!saved) return;
    const drafts = changedReadings(ledger, printer.id, map, matching.markers);
    if (drafts.length > 0) await record(drafts, `Saved: ${drafts.length} readings from the printer.`);
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
    if (drafts.length > 0) await record(drafts, `Saved: ${drafts.length} readings from the printer.`);
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
          <Button
            size="small"
            onClick={() =>
              void record(
                [{ kind: 'defined', entity: { ...printer, bridge: null } }],
                `Saved: ${printer.name} is no longer asked.`,
              )
            }
          >
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
        <form
          className="stack"
          aria-label="Match markers to slots"
          onSubmit={(event) => {
            event.preventDefault();
            void keep();
          }}
        >
          <p>Which of its names is which slot? The guess is by name.</p>
          {matching.markers.map((marker) => (
            <Pick
              key={marker.name}
              label={marker.name}
              value={matching.map[marker.name] ?? 'none'}
              options={[
                ...printer.slots.map((slot) => ({ value: slot.id, label: slot.name })),
                { value: 'none', label: 'none of them' },
              ]}
              onPick={(slotId) =>
                setMatching({
                  ...matching,
                  map: { ...matching.map, [marker.name]: slotId === 'none' ? '' : slotId },
                })
              }
            />
          ))}
          <Button type="submit" variant="contained">
            So it is
          </Button>
          <Button onClick={() => setMatching(null)}>Not now</Button>
        </form>
      )}
    </div>
  );
}
