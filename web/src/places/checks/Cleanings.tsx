import { effectWords } from '@hiraeth/core/words';
import type { HeadHealth } from '@hiraeth/core/nozzle';
import { day } from '../../parts/dates';

const SHOWN = 8;

/** Cleanings, the ink each took, and whether it helped. */
export function Cleanings({ health }: { readonly health: HeadHealth }) {
  const last = health.cleanings.slice(-SHOWN).reverse();
  if (last.length === 0) return null;
  const ml = health.cleanings.reduce((sum, one) => sum + one.ml, 0);
  const known = health.cleanings.filter(({ helped }) => helped !== null);
  return (
    <section className="section">
      <header>
        <h2>Cleanings</h2>
        <span className="soft small">
          {health.cleanings.length}, about {ml.toFixed(0)} ml in all
          {known.length > 0
            ? `; ${known.filter(({ helped }) => helped).length} of ${known.length} that can be judged helped`
            : ''}
        </span>
      </header>
      <table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Level</th>
            <th scope="col">Ink</th>
            <th scope="col">What it brought</th>
          </tr>
        </thead>
        <tbody>
          {last.map((one) => (
            <tr key={one.at}>
              <td>{day(one.at)}</td>
              <td>{one.level}</td>
              <td>{one.ml.toFixed(1)} ml</td>
              <td>{effectWords(one)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
