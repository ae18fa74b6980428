import { PLACES } from '../../parts/placeList';
import { HelpNav } from './HelpNav';
import { Lines } from '../../parts/Lines';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'find anything: a cartridge, a lot, a print, a word, a day, or what to do'],
  ['Tab, Shift Tab', 'to the next or last control'],
  ['w', 'to the scale’s field at the foot of the page'],
  ['Enter', 'takes what was typed'],
  ['Space, Enter or →', 'on the Bench: the step is done'],
  ['Backspace or ←', 'on the Bench: one step back'],
  ['r', 'on Prints: the last print once more'],
  ['Ctrl Z, then again', 'says what was done last on this device, and takes it back; up to fifty times'],
  ['Ctrl Shift Z', 'does again what was taken back'],
  ['Escape', 'closes a question without an answer'],
];

/** All keys on one page. */
export default function Keys() {
  return (
    <div className="stack">
      <h1>Keys</h1>
      <HelpNav />
      <p>
        Everything can be done with the keyboard. A scale that types its reading and Enter needs nothing else.
      </p>
      <Lines
        columns={[
          { head: 'Key', of: ([key]) => <kbd>{key}</kbd> },
          { head: 'Does', of: ([, does]) => does },
        ]}
        rows={KEYS}
        keyOf={([key]) => key}
        widest={640}
        last={PLACES.map((place) => (
          <tr key={place.to}>
            <td>
              <kbd>g</kbd> then <kbd>{place.key}</kbd>
            </td>
            <td>{place.name}</td>
          </tr>
        ))}
      />
    </div>
  );
}
