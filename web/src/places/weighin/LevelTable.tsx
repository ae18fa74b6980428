import { formatUncertain } from '@hiraeth/core/quantity';
import { Swatch } from '../../parts/Swatch';
import { Cell } from './Cell';
import type { WeighingIn } from './useWeighIn';

/** The set where no scale is at hand, a row each: what is believed inside, and a field for how full it looks. */
export function LevelTable({ weighing: { rows, errors, look } }: { readonly weighing: WeighingIn }) {
  return (
    <div className="scrollx">
      <table className="lines by-hand">
        <thead>
          <tr>
            <th>Slot</th>
            <th className="n">Inside</th>
            <th>Level seen, %</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.id}>
              <td>
                <Swatch shades={row.shades} />
                {row.name}
                {row.slot === null && <div className="soft small">on the shelf</div>}
              </td>
              <td className="n soft">
                {row.cartridge.ink ? formatUncertain(row.cartridge.ink, 'ml') : 'not known'}
              </td>
              <td data-says="Level seen, %">
                <Cell
                  label={`${row.name}, level seen, %`}
                  mark={row.id}
                  onEnter={(text) => void look(row, text)}
                />
              </td>
              <td>
                {errors.get(row.id) && (
                  <span className="bad small" role="alert">
                    {errors.get(row.id)}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
