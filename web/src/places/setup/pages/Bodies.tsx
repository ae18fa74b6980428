import Button from '@mui/material/Button';
import {
  CONSTRUCTIONS,
  PORTS,
  typePreset,
  type Closure,
  type Construction,
  type Port,
  type Variant,
} from '@hiraeth/core/workbook';
import { MATTERS } from '@hiraeth/core/words';
import { CLOSURE_NAMES, CONSTRUCTION_NAMES, fieldAt, labelOf, PORT_NAMES } from '@hiraeth/core/definition';
import { isWall } from '@hiraeth/core/bench';
import { CartridgeDrawing } from '../../../parts/drawing/CartridgeDrawing';
import { choicesOf, optionsOf, Pick } from '../../../parts/fields';
import { bodyDraft, portOfBody, type Answering } from '../draft';
import type { PageProps } from '../readAnswers';
import { Tiles } from '../Tiles';
import { bodyChanged, changed, ofBody, withoutBody } from './change';

/** So many different bodies in one printer. */
const MOST_BODIES = 4;

const SIZES: readonly { readonly value: Variant | 'own'; readonly label: string }[] = [
  { value: 'starter', label: 'small, as it comes with the printer' },
  { value: 'standard', label: 'the usual one' },
  { value: 'large', label: 'large' },
  { value: 'own', label: 'unknown: by its masses' },
];
const BY_HOLE = PORTS.filter((port) => port !== 'outlet');

export function Bodies({ draft, put }: PageProps) {
  return (
    <>
      {draft.bodies.map((one, i) => (
        <div key={i} className="stack">
          <Tiles<Construction>
            label={draft.bodies.length > 1 ? `Body ${i + 1}` : 'Choose by looking'}
            value={one.construction}
            options={CONSTRUCTIONS.map((value) => ({
              value,
              label: CONSTRUCTION_NAMES[value],
              picture: (
                <CartridgeDrawing
                  construction={value}
                  shades={['cyan']}
                  fill={{ share: 0.6, u: 0.02 }}
                  width={150}
                />
              ),
            }))}
            onPick={(construction) => put(bodyChanged(draft, i, { construction, port: '', closure: '' }))}
          />
          <p className="small">{MATTERS[one.construction]}</p>
          <BodyChoices draft={draft} put={put} i={i} />
        </div>
      ))}
      <div>
        <Button
          onClick={() => put({ bodies: [...draft.bodies, bodyDraft(draft.bodies[0]?.construction)] })}
          disabled={draft.bodies.length >= MOST_BODIES}
        >
          Some slots take another body
        </Button>
      </div>
      {draft.bodies.length > 1 && (
        <div className="form">
          {draft.channels.map((channel, i) => (
            <Pick
              key={i}
              label={`${channel.shades} takes`}
              value={String(Math.min(channel.body, draft.bodies.length - 1))}
              options={draft.bodies.map((one, at) => ({
                value: String(at),
                label: `body ${at + 1}: ${CONSTRUCTION_NAMES[one.construction]}`,
              }))}
              onPick={(value) => put(changed(draft, i, { body: Number(value) }))}
            />
          ))}
        </div>
      )}
    </>
  );
}

/** Its size, where ink goes in, and what closes a hole that is made. */
function BodyChoices({ draft, put, i }: Answering & { readonly i: number }) {
  const one = draft.bodies[i] ?? bodyDraft();
  const usual = typePreset(one.construction, 'standard').port;
  return (
    <div className="row">
      <Pick<Variant | 'own'>
        label={ofBody(draft, i, 'Size')}
        value={one.variant}
        options={SIZES}
        onPick={(variant) => put(bodyChanged(draft, i, { variant }))}
      />
      {usual !== 'outlet' && (
        <Pick<Port | ''>
          label={ofBody(draft, i, labelOf('cartridgeType', 'port'))}
          value={one.port}
          options={[
            { value: '', label: `as usual: ${PORT_NAMES[usual]}` },
            ...optionsOf(BY_HOLE, PORT_NAMES),
          ]}
          onPick={(port) => put(bodyChanged(draft, i, { port }))}
        />
      )}
      {isWall(portOfBody(one)) && (
        <Pick<Closure | ''>
          label={ofBody(draft, i, labelOf('cartridgeType', 'closure'))}
          value={one.closure}
          options={[
            { value: '', label: fieldAt('cartridgeType', 'closure')?.none ?? '' },
            ...choicesOf(CLOSURE_NAMES),
          ]}
          onPick={(closure) => put(bodyChanged(draft, i, { closure }))}
        />
      )}
      {i > 0 && <Button onClick={() => put(withoutBody(draft, i))}>Not this body</Button>}
    </div>
  );
}
