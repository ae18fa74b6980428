import {
  parseDisplay,
  parseHidWeight,
  parseScaleLine,
  parseWeightMeasurement,
  settle,
  type DisplayUnit,
  type ScaleReading,
  type TimedMass,
} from '@hiraeth/core/scale';
import { makeChance, SimulatedScale } from '@hiraeth/rig';

export type ScaleSource =
  'typed' | 'serial' | 'usb' | 'bluetooth' | 'camera' | 'simulated' | 'simulatedDisplay';

export interface ScaleState {
  readonly source: ScaleSource;
  /** Last reading, g; null before the first one or when it was lost. */
  readonly massG: number | null;
  /** Settled mass; null while it moves. */
  readonly settledG: number | null;
  readonly stepG: number;
  readonly trouble: string | null;
}

const IDLE: ScaleState = { source: 'typed', massG: null, settledG: null, stepG: 0.01, trouble: null };
const STEP_MS = 200;
const SILENT_MS = 4000;
const UNREAD_MS = 1500;
const SILENT = 'The scale is silent: check its cable and that it is on. You can type the weight.';

const FAULTS = {
  fault:
    'The scale says that something is wrong with it. Switch it off and on; what it shows until then is no weight.',
  calibrate: 'The scale asks to be calibrated: do that with its own mass, then weigh again.',
  rezero: 'The scale asks for its zero: take everything off and press its zero key.',
} as const;
/** USB’s usage page of scales; Bluetooth’s service and its characteristic. */
const SCALE_PAGE = 0x8d;
const WEIGHT_SCALE = 0x181d;
const WEIGHT_MEASUREMENT = 0x2a9d;

const bytesOf = (data: DataView): Uint8Array => new Uint8Array(data.buffer, data.byteOffset, data.byteLength);

/** The scale at hand, real or simulated, behind one stream of lines. */
export class ScaleHub {
  private state: ScaleState = IDLE;
  private readonly listeners = new Set<() => void>();
  private recent: TimedMass[] = [];
  /** What lay on the pan when it was tared here; scales that tare themselves need none. */
  private zeroG = 0;
  private stop: () => void = () => undefined;
  /** When a display was read last, ms. */
  private lastRead: number | null = null;
  readonly simulated = new SimulatedScale(makeChance(20));

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly snapshot = (): ScaleState => this.state;

  /** Takes what lies on the pan now as nothing. */
  tare(): void {
    if (this.state.settledG === null) return;
    this.zeroG += this.state.settledG;
    this.recent = [];
    this.set({ ...this.state, massG: 0, settledG: 0 });
  }

  /** Goes back to typing the weight. */
  typed(): void {
    this.stop();
    this.set(IDLE);
  }

  /** Begins with a scale anew: nothing tared, nothing heard. */
  private listen(source: ScaleSource): void {
    this.stop();
    this.zeroG = 0;
    this.recent = [];
    this.set({ ...IDLE, source });
  }

  /** Listens to the simulated scale. */
  simulate(): void {
    this.listen('simulated');
    const timer = setInterval(() => {
      const line = this.simulated.step(STEP_MS);
      if (line === null) this.lose(SILENT);
      else this.take(line);
    }, STEP_MS);
    this.stop = () => clearInterval(timer);
  }

  /** Whoever watches a display tells what is read on it. */
  watch(source: 'camera' | 'simulatedDisplay'): void {
    this.listen(source);
    this.lastRead = null;
    this.stop = () => undefined;
  }

  /** What the simulated scale shows after so long; null: it is dark. */
  simulatedDisplay(ms: number): string | null {
    const reading = parseScaleLine(this.simulated.step(ms) ?? '');
    if (reading.kind !== 'mass') return null;
    return reading.massG.toFixed(Math.round(-Math.log10(reading.stepG)));
  }

  /**
   * What was read on a display.
   *
   * @param text null: not for sure
   * @param places behind its point; null: not known
   */
  read(text: string | null, places: number | null, unit: DisplayUnit, atMs = Date.now()): void {
    const reading = text === null ? null : parseDisplay(text, places, unit);
    if (reading?.kind === 'mass') {
      this.lastRead = atMs;
      return this.takeReading(reading, atMs);
    }
    // A picture that is not sharp in between says nothing; what was seen a while ago is no reading.
    if (this.lastRead !== null && atMs - this.lastRead > UNREAD_MS) {
      this.lastRead = null;
      this.recent = [];
      this.set({ ...this.state, massG: null, settledG: null, trouble: null });
    }
  }

  /** Opens a scale at a serial port; the browser asks which. */
  async serial(baudRate = 9600): Promise<void> {
    const serial = (navigator as Navigator & { serial?: { requestPort: () => Promise<SerialPortLike> } })
      .serial;
    if (!serial) return this.cannot('a serial scale', 'Web Serial');
    try {
      const port = await serial.requestPort();
      await port.open({ baudRate });
      this.listen('serial');
      const reader = port.readable.getReader();
      let open = true;
      const watch = this.watchSilence();
      this.stop = () => {
        open = false;
        watch.end();
        void reader
          .cancel()
          .then(() => port.close())
          .catch(() => undefined);
      };
      const decoder = new TextDecoder('latin1');
      let buffer = '';
      while (open) {
        const { value, done } = await reader.read();
        if (done) break;
        watch.heard();
        buffer = (buffer + decoder.decode(value)).slice(-2000);
        const lines = buffer.split(/[\r\n]+/);
        buffer = lines.pop() ?? '';
        for (const line of lines) if (line.trim()) this.take(line);
      }
    } catch (error) {
      this.notReached(error);
    }
  }

  /** A scale of the USB class for scales; the browser asks which. */
  async usb(): Promise<void> {
    const { hid } = navigator as Navigator & { hid?: HidLike };
    if (!hid) return this.cannot('a USB scale', 'WebHID');
    try {
      const [device] = await hid.requestDevice({ filters: [{ usagePage: SCALE_PAGE }] });
      if (!device) return;
      if (!device.opened) await device.open();
      this.listen('usb');
      const watch = this.watchSilence();
      const heard = (event: { readonly data: DataView }): void => {
        watch.heard();
        this.takeReading(parseHidWeight(bytesOf(event.data)));
      };
      device.addEventListener('inputreport', heard);
      this.stop = () => {
        watch.end();
        device.removeEventListener('inputreport', heard);
        void device.close().catch(() => undefined);
      };
    } catch (error) {
      this.notReached(error);
    }
  }

  /** A scale of Bluetooth’s service for scales; the browser asks which. */
  async bluetooth(): Promise<void> {
    const { bluetooth } = navigator as Navigator & { bluetooth?: BluetoothLike };
    if (!bluetooth) return this.cannot('a Bluetooth scale', 'Web Bluetooth');
    try {
      const device = await bluetooth.requestDevice({ filters: [{ services: [WEIGHT_SCALE] }] });
      const server = await device.gatt!.connect();
      const weights = await (
        await server.getPrimaryService(WEIGHT_SCALE)
      ).getCharacteristic(WEIGHT_MEASUREMENT);
      this.listen('bluetooth');
      const heard = (): void => {
        if (weights.value) this.takeReading(parseWeightMeasurement(bytesOf(weights.value)));
      };
      const gone = (): void => this.lose(SILENT);
      weights.addEventListener('characteristicvaluechanged', heard);
      device.addEventListener('gattserverdisconnected', gone);
      await weights.startNotifications();
      this.stop = () => {
        weights.removeEventListener('characteristicvaluechanged', heard);
        device.removeEventListener('gattserverdisconnected', gone);
        server.disconnect();
      };
    } catch (error) {
      this.notReached(error);
    }
  }

  private cannot(what: string, by: string): void {
    this.set({
      ...IDLE,
      trouble: `This browser cannot reach ${what}. Type the weight, or use a browser with ${by}.`,
    });
  }

  private notReached(error: unknown): void {
    this.stop();
    this.set({
      ...IDLE,
      trouble: `The scale was not reached (${error instanceof Error ? error.message : 'no answer'}). Plug it in or switch it on and choose it again, or type the weight.`,
    });
  }

  private watchSilence(): { readonly heard: () => void; readonly end: () => void } {
    let last = Date.now();
    const watch = setInterval(() => {
      if (Date.now() - last > SILENT_MS) this.lose(SILENT);
    }, 1000);
    return { heard: () => (last = Date.now()), end: () => clearInterval(watch) };
  }

  /** One line from whatever scale. */
  take(line: string, atMs = Date.now()): void {
    this.takeReading(parseScaleLine(line), atMs);
  }

  private takeReading(reading: ScaleReading, atMs = Date.now()): void {
    switch (reading.kind) {
      case 'mass':
        this.recent = [
          ...this.recent.filter((old) => old.atMs > atMs - 5000),
          { atMs, massG: reading.massG - this.zeroG, stable: reading.stable },
        ];
        this.set({
          ...this.state,
          massG: reading.massG - this.zeroG,
          stepG: reading.stepG,
          settledG: settle(this.recent, reading.stepG),
          trouble: null,
        });
        return;
      case 'overload':
        return this.lose('Overload: take it off. A scale with more capacity is needed.');
      case 'underload':
        return this.lose('The scale reads below its range: is the pan on? Switch it off and on.');
      case 'fault':
        return this.lose(FAULTS[reading.why]);
      case 'noise':
        return;
    }
  }

  /** No weight for now, and why. */
  private lose(trouble: string): void {
    this.set({ ...this.state, massG: null, settledG: null, trouble });
  }

  private set(state: ScaleState): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}

interface SerialPortLike {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array>;
}

interface HidLike {
  requestDevice(asked: { filters: { usagePage: number }[] }): Promise<HidDeviceLike[]>;
}
interface HidDeviceLike {
  readonly opened: boolean;
  open(): Promise<void>;
  close(): Promise<void>;
  addEventListener(type: 'inputreport', listener: (event: { readonly data: DataView }) => void): void;
  removeEventListener(type: 'inputreport', listener: (event: { readonly data: DataView }) => void): void;
}
interface BluetoothLike {
  requestDevice(asked: { filters: { services: number[] }[] }): Promise<BluetoothDeviceLike>;
}
interface BluetoothDeviceLike extends EventTarget {
  readonly gatt?: { connect(): Promise<GattLike> };
}
interface GattLike {
  disconnect(): void;
  getPrimaryService(service: number): Promise<{ getCharacteristic(id: number): Promise<GattValueLike> }>;
}
interface GattValueLike extends EventTarget {
  readonly value?: DataView;
  startNotifications(): Promise<unknown>;
}
