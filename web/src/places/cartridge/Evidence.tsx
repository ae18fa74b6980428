import { atItsReserve, ranDry, seeLevel, sensorSaid, type Act } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { explain } from '@hiraeth/core/words';
import { parseQuantity } from '@hiraeth/core/quantity';
import { type CartridgeView } from '@hiraeth/core/advice';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { TextOf } from '../../parts/formFields';
import { typed } from '../../parts/formSchema';

/** Evidence other than a weight: a level seen through the wall, a signal, a print that faded; quick to enter. */
export function Evidence({ view }: { readonly view: CartridgeView }) {
  const act = useAct();
  const ledger = useLedger();
  const now = useNow();
  const [open, setOpen] = useState(false);
  const { id } = view.body.cartridge;
  const save = async (done: Act): Promise<void> => {
    if (await act(done)) setOpen(false);
  };
  const seen = (fraction: number): void => void save(seeLevel(id, fraction));
  if (!open) return <Button onClick={() => setOpen(true)}>I saw its level, or a signal …</Button>;
  return (
    <section className="section" aria-label="Other evidence">
      <header>
        <h2>What did you see?</h2>
        <span className="soft small">Each counts with its own doubt, beside the weighings.</span>
      </header>
      <div className="row" style={{ alignItems: 'start', gap: 28 }}>
        <Body onLevel={seen} shade={view.body.cartridge.shades[0]!} />
        <div className="stack">
          <LevelForm onLevel={seen} />
          <div className="row">
            <Button variant="outlined" onClick={() => void save(sensorSaid(ledger, id, 'optical', now))}>
              The optical signal came
            </Button>
            <Button variant="outlined" onClick={() => void save(sensorSaid(ledger, id, 'float', now))}>
              The float sensor changed over
            </Button>
            <Button variant="outlined" color="warning" onClick={() => void save(atItsReserve(id, 'print'))}>
              A print faded
            </Button>
            <Button variant="outlined" color="error" onClick={() => void save(ranDry(id))}>
              It ran dry
            </Button>
          </div>
          <div>
            <Button onClick={() => setOpen(false)}>Nothing</Button>
          </div>
        </div>
      </div>
    </section>
  );
}

const levelSchema = z.object({
  level: typed<number>((text, wrong) => {
    const words = 'Enter how full it looks, from 0 to 100 %.';
    if (text.trim() === '') return void wrong(words);
    const parsed = parseQuantity(text, 'percent');
    if (!parsed.ok) return void wrong(explain(parsed.problem));
    const { value } = parsed.value;
    return value >= 0 && value <= 100 ? value / 100 : void wrong(words);
  }),
});

/** The level as a figure, for whoever cannot point at it. */
function LevelForm({ onLevel }: { readonly onLevel: (fraction: number) => void }) {
  const { control, handleSubmit } = useForm<
    z.input<typeof levelSchema>,
    unknown,
    z.output<typeof levelSchema>
  >({ resolver: zodResolver(levelSchema), defaultValues: { level: '' } });
  return (
    <form
      className="row"
      noValidate
      onSubmit={(event) => void handleSubmit(({ level }) => onLevel(level))(event)}
    >
      <TextOf control={control} name="level" label="Level seen, %" kind="percent" />
      <Button type="submit" variant="outlined">
        Record the level
      </Button>
    </form>
  );
}

/** A drawing of the body: a tap at the ink's surface says how full it looks. */
function Body({ onLevel, shade }: { readonly onLevel: (fraction: number) => void; readonly shade: string }) {
  const [hover, setHover] = useState<number | null>(null);
  const at = (event: React.MouseEvent<SVGSVGElement>): number => {
    const box = event.currentTarget.getBoundingClientRect();
    return Math.min(1, Math.max(0, 1 - (event.clientY - box.top - 8) / (box.height - 16)));
  };
  const level = hover ?? 0.5;
  return (
    <div>
      <svg
        width="120"
        height="176"
        viewBox="0 0 120 176"
        style={{ cursor: 'crosshair' }}
        role="img"
        aria-label={`A ${shade} cartridge: click at the surface of the ink, or type the level`}
        onMouseMove={(event) => setHover(at(event))}
        onMouseLeave={() => setHover(null)}
        onClick={(event) => onLevel(at(event))}
      >
        <rect
          x="10"
          y="8"
          width="100"
          height="160"
          fill="var(--sheet)"
          stroke="var(--text)"
          strokeWidth="2"
        />
        <rect
          x="12"
          y={8 + 160 * (1 - level)}
          width="96"
          height={Math.max(0, 160 * level - 2)}
          fill="var(--petrol)"
          opacity={hover === null ? 0.25 : 0.6}
        />
        {[0.25, 0.5, 0.75].map((mark) => (
          <line
            key={mark}
            x1="10"
            x2="22"
            y1={8 + 160 * (1 - mark)}
            y2={8 + 160 * (1 - mark)}
            stroke="var(--text)"
          />
        ))}
      </svg>
      <div className="small soft">
        {hover === null ? 'Tap at the surface' : `${Math.round(level * 100)} %`}
      </div>
    </div>
  );
}
