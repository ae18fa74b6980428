import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { CLOCK_SLACK_MS } from '@hiraeth/core/ledger';
import { QrCode } from '../../parts/QrCode';
import { leaveRoom, openRoom, ROOM_NOTE } from '../../state/room';
import type { OtherDevice, RoomState } from '../../state/roomSlice';
import { DEMO, useServices } from '../../state/services';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { openOwn } from '../../state/shelf';
import { OffClock } from './OffClock';
import { Lines } from '../../parts/Lines';

const roomSchema = z.object({
  on: z.boolean(),
  port: z.number().optional(),
  addresses: z.array(z.string()).optional(),
  fingerprint: z.string().optional(),
});
type Reached = z.infer<typeof roomSchema>;

/** The same workbook on the phone at the bench and the computer at the printer. */
export function Devices() {
  const dispatch = useAppDispatch();
  const which = useAppSelector(({ workbook }) => workbook.which);
  const isIn = useAppSelector(({ workbook }) => workbook.notes[ROOM_NOTE] !== undefined);
  const room = useAppSelector((state) => state.room);
  const [reached, setReached] = useState<Reached | null>(null);
  const [name, setName] = useState('Computer');
  useEffect(() => {
    void fetch('/api/room')
      .then((answer) => answer.json())
      .then((said) => setReached(roomSchema.parse(said)))
      .catch(() => setReached({ on: false }));
  }, []);
  if (which === DEMO)
    return (
      <section className="section stack">
        <p>The demo is this browser’s alone. Your own workbook can be on a phone at the same time.</p>
        <div className="row">
          <Button variant="contained" onClick={() => void dispatch(openOwn())}>
            Open my own workbook
          </Button>
        </div>
      </section>
    );
  if (!isIn)
    return (
      <section className="section stack">
        <p>
          The same workbook on a phone at the bench: what is weighed there stands here within a second, and a
          run begun at one goes on at the other. It goes from device to device inside your own network,
          sealed; no server keeps it.
        </p>
        {reached && !reached.on && (
          <p className="warn">
            This program answers to this computer alone. Stop it and start it with <code>npm run room</code>:
            then other devices of your network can reach it.
          </p>
        )}
        <div className="row">
          <TextField
            label="What this device is called"
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
          <Button
            variant="contained"
            disabled={!reached?.on || name.trim() === ''}
            onClick={() => void dispatch(openRoom(name.trim()))}
          >
            Let other devices in
          </Button>
        </div>
      </section>
    );
  return (
    <section className="section stack">
      <p role="status" data-testid="room-status">
        {statusWords(room)}
      </p>
      <Others room={room} />
      {room.isOwner && room.status === 'here' && <Invitation reached={reached} />}
      <div className="row">
        <Button color="warning" onClick={() => void dispatch(leaveRoom())}>
          {room.isOwner ? 'Close it to all other devices' : 'Leave: this device goes on by itself'}
        </Button>
      </div>
      <p className="small soft">What is here stays here, on every device, when they part.</p>
    </section>
  );
}

function statusWords({ status, why, devices, received }: RoomState): string {
  const here = devices.filter((one) => one.here).length;
  switch (status) {
    case 'off':
    case 'connecting':
      return 'Not in reach at the moment. What you enter is kept, and goes over when they meet again.';
    case 'here':
      return `${here === 0 ? 'Open, and no other device is here.' : `${here === 1 ? 'One other device is' : `${here} other devices are`} here.`}${received > 0 ? ` ${received} entries came over.` : ''}`;
    case 'refused':
      switch (why) {
        case 'door':
          return 'It was shown the door at the other device. What is here stays here; scan a new code to come back.';
        case 'full':
          return 'The room is full. Close it on a device that is not needed.';
        case 'elsewhere':
          return 'This device is in the room by another window already.';
        default:
          return 'The code was used, or is older than ten minutes. Leave, ask for a new one, and scan that.';
      }
  }
}

function Others({ room }: { readonly room: RoomState }) {
  const services = useServices();
  if (room.devices.length === 0) return null;
  return (
    <>
      <Lines
        columns={[
          { of: (one) => one.name },
          { of: (one) => aboutDevice(one), tone: (one) => (one.other || isFarOff(one) ? 'warn' : 'soft') },
          {
            n: true,
            of: (one) =>
              room.isOwner && (
                <Button
                  size="small"
                  onClick={() => services.room?.door(one.device)}
                  aria-label={`Show ${one.name} the door`}
                >
                  The door
                </Button>
              ),
          },
        ]}
        rows={room.devices}
        keyOf={(one) => one.device}
        label="Other devices"
      />
      {room.devices.filter(isFarOff).map((one) => (
        <OffClock key={one.device} of={one} />
      ))}
    </>
  );
}

/** A clock that is further off puts things into another order. */
const isFarOff = ({ aheadMs }: OtherDevice): boolean => Math.abs(aheadMs) > CLOCK_SLACK_MS;

function aboutDevice(one: OtherDevice): string {
  if (one.other)
    return `runs ${one.other === 'older' ? 'an older' : 'a newer'} program: reload ${one.other === 'older' ? 'it there' : 'it here'}, nothing goes over until then`;
  if (isFarOff(one))
    return `its clock is ${Math.round(Math.abs(one.aheadMs) / 60_000)} minutes ${one.aheadMs > 0 ? 'ahead' : 'behind'}: set it, its entries stand at its own time`;
  return one.here ? 'here' : 'not here';
}

/** A code to scan, good once and for ten minutes. */
function Invitation({ reached }: { readonly reached: Reached | null }) {
  const services = useServices();
  const [path, setPath] = useState<string | null>(null);
  const address = reached?.addresses?.[0];
  const base = address ? `https://${address}:${reached.port}` : window.location.origin;
  return (
    <div className="stack">
      <div className="row">
        <Button variant="contained" onClick={() => void services.room?.invite().then(setPath)}>
          {path ? 'Another code' : 'Let a device in'}
        </Button>
      </div>
      {path && (
        <div className="row" style={{ alignItems: 'flex-start' }}>
          <QrCode text={base + path} name="this workbook" side={48} />
          <div className="stack" style={{ flex: '1 1 260px' }}>
            <p>
              Scan it with the phone’s camera. Good once, for ten minutes: whoever has it can read and write
              this workbook.
            </p>
            <p className="small">
              The phone will say that it does not know this computer: its certificate is its own. It is this
              one if it shows this fingerprint (SHA-256):
            </p>
            {reached?.fingerprint && (
              <code className="small" style={{ overflowWrap: 'anywhere' }}>
                {reached.fingerprint}
              </code>
            )}
            <TextField
              label="Or open this address there"
              value={base + path}
              fullWidth
              slotProps={{ htmlInput: { readOnly: true } }}
            />
          </div>
        </div>
      )}
    </div>
  );
}
