import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { useCallback, useEffect, useState } from 'react';
import type { PanelKey, SimulatedPrinter } from '@hiraeth/rig';
import { Pick } from '../../parts/fields';
import { Lines } from '../../parts/Lines';

type Panel = ReturnType<SimulatedPrinter['panel']>;

const KEY_WORDS: Record<PanelKey, string> = {
  exchange: 'Exchange',
  door: 'Door',
  yes: 'Yes',
  no: 'No',
  hold: 'Hold for ten seconds',
  close: 'Close the question',
  check: 'Nozzle check',
  clean: 'Clean the head',
};
const PHASES: Record<string, string> = {
  counting: '',
  low: 'low',
  veryLow: 'very low',
  asks: 'nearly at its end',
  stopped: 'at its end: stopped',
  notRecognised: 'not recognised',
  off: 'not counted any more',
  spent: 'chip spent',
};

/** The panel of the simulated printer that the local server runs: press its keys, print, refill, and see what it believes. */
export function SimulatedPrinterPanel() {
  const [panel, setPanel] = useState<Panel | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const [slot, setSlot] = useState('0');
  const call = useCallback(async (body?: object): Promise<void> => {
    try {
      const response = await fetch('/api/sim', {
        signal: AbortSignal.timeout(6000),
        ...(body
          ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
          : {}),
      });
      const answer = (await response.json()) as Panel | { error: string };
      if ('error' in answer) return setSays(answer.error);
      setPanel(answer);
      setSays(null);
    } catch {
      setSays('The local server is not reached: start it again with npm start.');
    }
  }, []);
  useEffect(() => {
    void call();
  }, [call]);
  return (
    <section data-repeat className="section stack" aria-label="Simulated printer">
      <header>
        <h2>Printer</h2>
        <span className="soft small">
          runs in the local server and answers over the network as a real one does
        </span>
      </header>
      {says && <p className="warn">{says}</p>}
      {panel && (
        <>
          <div className="lead">
            <div className="big" style={{ fontSize: '2rem' }} role="status" data-testid="panel-message">
              {panel.prompt ?? panel.message}
            </div>
          </div>
          <div className="row" role="group" aria-label="Its keys">
            {panel.keys.map((key) => (
              <Button key={key} variant="outlined" onClick={() => void call({ do: 'press', key })}>
                {key === 'door' ? (panel.door ? 'Shut the door' : 'Open the door') : KEY_WORDS[key]}
              </Button>
            ))}
            <Button onClick={() => void call({ do: 'print', sheets: 1 })}>Print a sheet</Button>
            <Button onClick={() => void call({ do: 'print', sheets: 50 })}>Print fifty</Button>
          </div>
          <div className="row">
            <Pick
              label="Cartridge"
              value={slot}
              options={panel.slots.map((s, i) => ({ value: String(i), label: s.name }))}
              onPick={setSlot}
            />
            <Button onClick={() => void call({ do: 'exchange', slot: Number(slot) })}>
              Take it out and put it in again
            </Button>
            <Button onClick={() => void call({ do: 'topUp', slot: Number(slot) })}>Fill it up</Button>
            <Button onClick={() => void call({ do: 'reset', slot: Number(slot) })}>Reset its chip</Button>
          </div>
          <div className="scrollx">
            <Lines
              columns={[
                { head: 'Channel', of: (s) => s.name },
                {
                  head: 'It believes',
                  n: true,
                  of: (s) => (s.level === null ? 'unknown' : `${Math.round(s.level * 100)} %`),
                },
                {
                  head: 'Really inside',
                  n: true,
                  of: (s) => (s.inkMl === null ? 'none' : `${s.inkMl.toFixed(1)} ml`),
                },
                { head: 'It says', of: (s) => (s.phase ? PHASES[s.phase] : '') },
                { head: 'Nozzles missing', n: true, of: (_, i) => panel.gaps[i] },
              ]}
              rows={panel.slots}
              keyOf={(s) => s.name}
              widest={760}
            />
          </div>
          <p className="soft small">
            {howMany(panel.sheets, 'sheet')}; waste pad {Math.round(panel.padShare * 100)} % full. Each change
            primes all nine channels.
          </p>
        </>
      )}
    </section>
  );
}
