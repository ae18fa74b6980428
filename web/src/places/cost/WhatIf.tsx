import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { useMemo, useState } from 'react';
import { AS_IT_WAS, whatIf, type PrinterCost, type Scenario, type ScenarioCost } from '@hiraeth/core/cost';
import { LEVER_WORDS } from '@hiraeth/core/words';
import { useLedger, useMoney } from '../../state/hooks';
import { Lines } from '../../parts/Lines';

const LEVERS = Object.keys(AS_IT_WAS) as (keyof Scenario)[];

/** Ready scenarios: each says what it changes. */
const READY: readonly (readonly [string, Partial<Scenario>])[] = [
  ['Bigger bottles: ink 30 % cheaper', { inkPrice: 0.7 }],
  ['Printing half as much', { printed: 0.5 }],
  ['Twice as much', { printed: 2 }],
  ['Opened and cleaned half as often', { waste: 0.5 }],
  ['Originals a fifth cheaper', { originalPrice: 0.8 }],
];

/** The same period had some things been otherwise, beside as it was; recalculated while one drags. */
export function WhatIf({ cost }: { readonly cost: PrinterCost }) {
  const ledger = useLedger();
  const money = useMoney();
  const [scenario, setScenario] = useState<Scenario>(AS_IT_WAS);
  const was = useMemo(() => whatIf(ledger, cost, AS_IT_WAS), [ledger, cost]);
  const then = useMemo(() => whatIf(ledger, cost, scenario), [ledger, cost, scenario]);
  if (!was || !then) return null;
  const rows: readonly (readonly [string, (one: ScenarioCost) => number | null])[] = [
    ['A mean print', (one) => one.perPrintMinor],
    ['Refilled', (one) => one.refillMinor],
    ['Originals', (one) => one.originalMinor],
    ['Saved', (one) => one.savedMinor],
  ];
  return (
    <section className="section" aria-label="What if">
      <header>
        <h2>What if</h2>
        {READY.map(([name, part]) => (
          <Button key={name} size="small" onClick={() => setScenario({ ...AS_IT_WAS, ...part })}>
            {name}
          </Button>
        ))}
        <Button size="small" onClick={() => setScenario(AS_IT_WAS)}>
          As it was
        </Button>
      </header>
      <div className="whatif">
        <div>
          {LEVERS.map((lever) => (
            <div key={lever} className="whatif-lever">
              <span id={`lever-${lever}`}>{LEVER_WORDS[lever]}</span>
              <Slider
                aria-labelledby={`lever-${lever}`}
                value={Math.round(100 * scenario[lever])}
                min={0}
                max={300}
                step={5}
                marks={[{ value: 100 }]}
                getAriaValueText={(value) => `${value} %`}
                onChange={(_, value) => setScenario({ ...scenario, [lever]: Number(value) / 100 })}
              />
              <span className="n">{Math.round(100 * scenario[lever])} %</span>
            </div>
          ))}
        </div>
        <Lines
          columns={[
            { head: 'This period', of: ([name]) => name },
            { head: 'As it was', n: true, of: ([, of]) => money(of(was)) },
            {
              head: 'Then',
              n: true,
              of: ([name, of]) => <strong data-testid={`then-${name}`}>{money(of(then))}</strong>,
            },
          ]}
          rows={rows}
          keyOf={([name]) => name}
        />
      </div>
    </section>
  );
}
