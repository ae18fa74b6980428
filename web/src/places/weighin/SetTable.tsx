import { isGaugeOff } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { weighedWords } from '@hiraeth/core/words';
import { Swatch } from '../../parts/Swatch';
import { Term } from '../../parts/Term';
import type { Row } from './Afterwards';
import { Cell } from './Cell';
import type { WeighingIn } from './useWeighIn';

/** The set, a row each: what was expected, a field for its weight and one for the gauge, what it comes to. */
export function SetTable({ weighing }: { readonly weighing: WeighingIn }) {
  const { rows } = weighing;
  return (
    <div className="scrollx">
      <table className="lines by-hand">
        <thead>
          <tr>
            <th>Slot</th>
            <th className="n">Expected</th>
            <th>Weight, g</th>
            <th>
              <Term of="gauge">Printer says, %</Term>
            </th>
            <th>
              <Term of="measuredInk">Ink by weight</Term>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <SetRow key={row.id} row={row} weighing={weighing} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function SetRow({ row, weighing }: { readonly row: Row; readonly weighing: WeighingIn }) {
  const { taken, errors, enter, paste, readGauge } = weighing;
  const error = errors.get(row.id);
  const found = taken.get(row.id);
  return (
    <tr>
      <td>
        <Swatch shades={row.shades} />
        {row.name}
        <div className="soft small">
          {row.slot ? '' : 'on the shelf, '}
          {weighedWords(row.cartridge)}
          {row.cartridge.body.type.construction === 'twoPart' && ', head and tank together'}
        </div>
      </td>
      <td className="n soft">{row.cartridge.ink ? formatUncertain(row.cartridge.ink, 'ml') : '–'}</td>
      <td data-says="Weight, g">
        <Cell
          label={`${row.name}, weight in g`}
          mark={row.id}
          onEnter={(text) => void enter(row, text)}
          onPaste={(lines) => void paste(row, lines)}
        />
      </td>
      <td data-says={row.slot === null ? undefined : 'Printer says, %'}>
        {row.slot === null ? (
          ''
        ) : isGaugeOff(row.cartridge.state) ? (
          <span className="soft small">gauge off</span>
        ) : (
          <Cell label={`${row.name}, gauge in %`} narrow onEnter={(text) => void readGauge(row, text)} />
        )}
      </td>
      <td>
        {error ? (
          <span className="bad small" role="alert">
            {error}
          </span>
        ) : found ? (
          <span className={found.tone}>
            {found.reading.massG.value.toFixed(2)} g = {found.words}
          </span>
        ) : (
          ''
        )}
      </td>
    </tr>
  );
}
