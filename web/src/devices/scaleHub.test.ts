import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { hidWeightReport, weightMeasurementValue } from '@hiraeth/rig';
import { ScaleHub } from './scaleHub';

const lines = (hub: ScaleHub, texts: readonly string[], from = 0): void =>
  texts.forEach((text, i) => hub.take(text, from + i * 300));

describe('lines from whatever scale', () => {
  test('it waits until the scale says stable, or stands still by itself', () => {
    const hub = new ScaleHub();
    lines(hub, ['US,GS,+  60.02 g', 'US,GS,+  63.11 g']);
    expect([hub.snapshot().massG, hub.snapshot().settledG]).toEqual([63.11, null]);
    hub.take('ST,GS,+  63.42 g', 900);
    expect(hub.snapshot()).toMatchObject({ massG: 63.42, settledG: 63.42, stepG: 0.01, trouble: null });
    const silent = new ScaleHub();
    lines(silent, ['  50.00 g', '  50.01 g', '  50.00 g', '  50.00 g']);
    expect(silent.snapshot().settledG).toBeNull();
    lines(silent, ['  50.01 g', '  50.00 g', '  50.00 g'], 1200);
    expect(silent.snapshot().settledG).toBe(50);
  });

  test('overload and underload take the weight away and say what to do; noise changes nothing', () => {
    const hub = new ScaleHub();
    hub.take('ST,GS,+  63.42 g', 0);
    hub.take('hello scale v2', 100);
    expect(hub.snapshot().settledG).toBe(63.42);
    hub.take('---OL---', 200);
    expect(hub.snapshot()).toMatchObject({
      massG: null,
      settledG: null,
      trouble: expect.stringMatching(/take it off/),
    });
    hub.take('UL', 300);
    expect(hub.snapshot().trouble).toMatch(/below its range/);
    hub.take('ST,GS,+   1.00 g', 400);
    expect(hub.snapshot().trouble).toBeNull();
  });

  test('what lies on the pan can be taken as nothing', () => {
    const hub = new ScaleHub();
    hub.tare();
    expect(hub.snapshot().massG).toBeNull();
    hub.take('S +  12.50 g', 0);
    hub.tare();
    expect(hub.snapshot()).toMatchObject({ massG: 0, settledG: 0 });
    hub.take('S +  75.92 g', 400);
    expect(hub.snapshot().settledG).toBeCloseTo(63.42, 6);
    hub.typed();
    expect(hub.snapshot()).toMatchObject({ source: 'typed', massG: null });
  });

  test('listeners hear of each change until they leave', () => {
    const hub = new ScaleHub();
    let heard = 0;
    const leave = hub.subscribe(() => (heard += 1));
    hub.take('S 1.0 g', 0);
    leave();
    hub.take('S 2.0 g', 1);
    expect(heard).toBe(1);
  });
});

describe('the simulated scale', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  test('settles on what is put on it; overloads; goes silent when unplugged; stops when another is chosen', () => {
    const hub = new ScaleHub();
    hub.simulated.put(63.42);
    hub.simulate();
    jest.advanceTimersByTime(400);
    expect(hub.snapshot().settledG).toBeNull();
    jest.advanceTimersByTime(4000);
    expect(hub.snapshot().settledG).toBeCloseTo(63.42, 1);
    hub.simulated.put(250);
    jest.advanceTimersByTime(400);
    expect(hub.snapshot().trouble).toMatch(/Overload/);
    hub.simulated.put(10);
    hub.simulated.unplugged = true;
    jest.advanceTimersByTime(400);
    expect(hub.snapshot()).toMatchObject({ massG: null, trouble: expect.stringMatching(/silent/) });
    hub.typed();
    jest.advanceTimersByTime(2000);
    expect(hub.snapshot()).toMatchObject({ source: 'typed', trouble: null });
  });
});

describe('a serial scale', () => {
  const give = (serial: unknown): void =>
    void Object.defineProperty(navigator, 'serial', { value: serial, configurable: true });
  afterEach(() => give(undefined));

  test('a browser without serial ports is told apart', async () => {
    const hub = new ScaleHub();
    await hub.serial();
    expect(hub.snapshot()).toMatchObject({
      source: 'typed',
      trouble: expect.stringMatching(/cannot reach a serial scale/),
    });
  });

  test('lines that come in pieces are put together; the port’s end leaves the last weight', async () => {
    const hub = new ScaleHub();
    const chunks = ['ST,GS,+  6', '3.42 g\r\nST,GS,+', '  63.43 g\r\n'].map((text) =>
      Uint8Array.from(text, (c) => c.charCodeAt(0)),
    );
    const seen: (number | null)[] = [];
    hub.subscribe(() => seen.push(hub.snapshot().massG));
    give({
      requestPort: () =>
        Promise.resolve({
          open: () => Promise.resolve(),
          close: () => Promise.resolve(),
          readable: new ReadableStream<Uint8Array>({
            start(controller) {
              chunks.forEach((chunk) => controller.enqueue(chunk));
              controller.close();
            },
          }),
        }),
    });
    await hub.serial();
    expect(seen.filter((mass) => mass !== null)).toEqual([63.42, 63.43]);
    hub.typed();
  });

  test('a port that is refused, or breaks, is said in words', async () => {
    const hub = new ScaleHub();
    give({ requestPort: () => Promise.reject(new Error('No port selected')) });
    await hub.serial();
    expect(hub.snapshot().trouble).toMatch(/No port selected.*choose it again, or type/);
  });
});

describe('scales that the browser reaches by itself', () => {
  afterEach(() => {
    for (const name of ['hid', 'bluetooth']) Reflect.deleteProperty(navigator, name);
  });
  const put = (name: string, value: object): void =>
    void Object.defineProperty(navigator, name, { configurable: true, value });
  const view = (bytes: Uint8Array<ArrayBuffer>): DataView => new DataView(bytes.buffer);

  test('a USB scale: its reports become weights; what is wrong with it is said; put away it is closed', async () => {
    const listeners = new Set<(event: { data: DataView }) => void>();
    const device = {
      opened: false,
      open: () => Promise.resolve(),
      close: jest.fn(() => Promise.resolve()),
      addEventListener: (_: string, listener: (event: { data: DataView }) => void) => listeners.add(listener),
      removeEventListener: (_: string, listener: (event: { data: DataView }) => void) =>
        listeners.delete(listener),
    };
    put('hid', { requestDevice: () => Promise.resolve([device]) });
    const hub = new ScaleHub();
    await hub.usb();
    const send = (bytes: Uint8Array<ArrayBuffer>): void =>
      listeners.forEach((listener) => listener({ data: view(bytes) }));
    send(hidWeightReport(60, true));
    expect(hub.snapshot()).toMatchObject({ source: 'usb', massG: 60, settledG: null });
    send(hidWeightReport(63.42));
    expect(hub.snapshot()).toMatchObject({ massG: 63.42, settledG: 63.42, stepG: 0.01 });
    send(Uint8Array.of(8, 2, 0, 0, 0));
    expect(hub.snapshot()).toMatchObject({
      massG: null,
      trouble: expect.stringMatching(/press its zero key/),
    });
    hub.typed();
    expect(listeners.size).toBe(0);
    expect(device.close).toHaveBeenCalled();
  });

  test('a Bluetooth scale tells once it stands still, in its own step; gone, it is said', async () => {
    const weights = Object.assign(new EventTarget(), {
      value: view(weightMeasurementValue(65)),
      startNotifications: () => Promise.resolve(),
    });
    const device = Object.assign(new EventTarget(), {
      gatt: {
        connect: () =>
          Promise.resolve({
            disconnect: () => undefined,
            getPrimaryService: () => Promise.resolve({ getCharacteristic: () => Promise.resolve(weights) }),
          }),
      },
    });
    put('bluetooth', { requestDevice: () => Promise.resolve(device) });
    const hub = new ScaleHub();
    await hub.bluetooth();
    weights.dispatchEvent(new Event('characteristicvaluechanged'));
    expect(hub.snapshot()).toMatchObject({ source: 'bluetooth', massG: 65, settledG: 65, stepG: 5 });
    device.dispatchEvent(new Event('gattserverdisconnected'));
    expect(hub.snapshot().trouble).toMatch(/silent/);
    hub.typed();
  });

  test('a browser that reaches none says so; nobody chosen, the weight is typed as before', async () => {
    const hub = new ScaleHub();
    await hub.usb();
    expect(hub.snapshot().trouble).toMatch(/a browser with WebHID/);
    await hub.bluetooth();
    expect(hub.snapshot().trouble).toMatch(/a browser with Web Bluetooth/);
    put('hid', { requestDevice: () => Promise.resolve([]) });
    hub.typed();
    await hub.usb();
    expect(hub.snapshot()).toMatchObject({ source: 'typed', trouble: null });
  });
});

describe('a display that is watched', () => {
  test('a number that stands there for a while is still; blurred pictures in between take nothing away', () => {
    const hub = new ScaleHub();
    hub.watch('camera');
    for (const [text, atMs] of [
      ['63.41', 0],
      [null, 200],
      ['63.42', 400],
      [null, 900],
      ['63.42', 1000],
    ] as const)
      hub.read(text, 2, 'g', atMs);
    expect(hub.snapshot()).toMatchObject({ source: 'camera', massG: 63.42, settledG: null, stepG: 0.01 });
    hub.read('63.42', 2, 'g', 1700);
    expect(hub.snapshot().settledG).toBe(63.42);
    // Its point was not seen: not six kilograms, and not a moving pan.
    hub.read('6342', 2, 'g', 1800);
    expect(hub.snapshot().settledG).toBe(63.42);
  });

  test('what was seen a while ago is no weight: it is gone, and has to stand still anew', () => {
    const hub = new ScaleHub();
    hub.watch('camera');
    for (const atMs of [0, 700, 1400]) hub.read('63.42', 2, 'g', atMs);
    expect(hub.snapshot().settledG).toBe(63.42);
    hub.read(null, 2, 'g', 3000);
    expect([hub.snapshot().massG, hub.snapshot().settledG]).toEqual([null, null]);
    hub.read('63.42', 2, 'g', 3100);
    expect(hub.snapshot().settledG).toBeNull();
  });

  test('ounces are grams here', () => {
    const hub = new ScaleHub();
    hub.watch('camera');
    hub.read('2.20', null, 'oz', 0);
    expect(hub.snapshot().massG).toBeCloseTo(62.369, 3);
  });
});
