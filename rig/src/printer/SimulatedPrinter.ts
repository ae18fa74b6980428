import { chipStep, newChip, type ChipState } from '@hiraeth/core/gauge';
import type { ChipStrategy, Signal } from '@hiraeth/core/workbook';
import type { Marker } from '@hiraeth/core/ipp';
import { makeChance, type Chance } from '../random';

/** A cartridge as the simulated printer holds it: the ink that is really there, and what its chip counts. */
export interface SimulatedCartridge {
  readonly name: string;
  readonly shade: string;
  inkMl: number;
  readonly chipMl: number;
  countedMl: number;
  chip: ChipState;
  /** Signals that its present count has given already. */
  signalled: Signal | null;
}

export interface PrinterSetting {
  readonly name: string;
  readonly channels: readonly { readonly name: string; readonly shade: string; readonly colour: string }[];
  /** True use over counted use. */
  readonly trueK: number;
  readonly changeMl: number;
  readonly lightMl: number;
  readonly padCapacityMl: number;
  readonly lowAt: number;
  readonly veryLowAt: number;
  readonly switchOff: Parameters<typeof newChip>[2];
}

type Prompt = 'notOriginal' | 'goOn' | 'newOriginal' | null;

interface State {
  slots: (SimulatedCartridge | null)[];
  exchange: boolean;
  door: boolean;
  /** A change was made while the door stood open: a priming routine follows. */
  changed: boolean;
  prompt: Prompt;
  promptSlot: number | null;
  padMl: number;
  /** Nozzles missing by channel. */
  gaps: number[];
  lost: boolean;
  sheets: number;
  message: string;
  dry: number[];
}

export type PanelKey = 'exchange' | 'door' | 'yes' | 'no' | 'hold' | 'close' | 'check' | 'clean';

/** Below this a channel draws air, ml. */
const DRY_ML = 0.05;
const GAP_CHANCE = 0.12;

/**
 * A printer to rehearse on: true ink and chip counters apart, priming on each change, head cleanings, nozzle checks with gaps,
 * signals from low to stop, its exchange state and door, a prompt for chips that are not original, a waste pad. Pure: chance
 * is seeded, and its whole state can be saved and brought back.
 */
export class SimulatedPrinter {
  private state: State;
  private readonly chance: Chance;

  constructor(
    readonly setting: PrinterSetting,
    seed: number,
    saved?: string,
  ) {
    this.chance = makeChance(seed);
    this.state = saved
      ? (JSON.parse(saved) as State)
      : {
          slots: setting.channels.map((channel) => this.cartridge(channel.name, channel.shade)),
          exchange: false,
          door: false,
          changed: false,
          prompt: null,
          promptSlot: null,
          padMl: 0,
          gaps: setting.channels.map(() => 0),
          lost: false,
          sheets: 0,
          message: 'Ready',
          dry: [],
        };
  }

  /** The whole state as text, for a restart. */
  save(): string {
    return JSON.stringify(this.state);
  }

  /** A refilled cartridge for this printer, with a chip that is not original. */
  cartridge(
    name: string,
    shade: string,
    inkMl = 47,
    strategy: ChipStrategy = 'resetter',
    chipMl = 54,
  ): SimulatedCartridge {
    return {
      name,
      shade,
      inkMl,
      chipMl,
      countedMl: 0,
      chip: newChip(strategy, false, this.setting.switchOff),
      signalled: null,
    };
  }

  get slots(): readonly (SimulatedCartridge | null)[] {
    return this.state.slots;
  }

  /** What a level display of any kind could be made from: names, shares of the chips' counts, and what it has to say. */
  markers(): Marker[] {
    return this.setting.channels.map((channel, i) => {
      const cartridge = this.state.slots[i] ?? null;
      return {
        name: `${channel.name} ink`,
        level: cartridge && cartridge.chip.phase !== 'off' ? shownLevel(cartridge) : null,
        lowLevel: this.setting.lowAt,
        type: 'ink-cartridge',
        colours: [channel.colour],
      };
    });
  }

  reasons(): string[] {
    const reasons = new Set<string>();
    if (this.state.door) reasons.add('door-open-report');
    for (const cartridge of this.state.slots) {
      if (!cartridge) reasons.add('marker-supply-missing-error');
      else if (cartridge.chip.phase === 'stopped') reasons.add('marker-supply-empty-error');
      else if (cartridge.chip.phase === 'low' || cartridge.chip.phase === 'veryLow')
        reasons.add('marker-supply-low-warning');
    }
    if (this.state.padMl > 0.9 * this.setting.padCapacityMl) reasons.add('marker-waste-almost-full-warning');
    return reasons.size === 0 ? ['none'] : [...reasons];
  }

  /** What its panel shows, in our words. */
  panel(): {
    readonly message: string;
    readonly prompt: string | null;
    readonly keys: readonly PanelKey[];
    readonly exchange: boolean;
    readonly door: boolean;
    readonly padShare: number;
    readonly sheets: number;
    readonly gaps: readonly number[];
    readonly slots: readonly {
      readonly name: string;
      readonly cartridge: string | null;
      readonly level: number | null;
      readonly phase: string | null;
      readonly inkMl: number | null;
    }[];
  } {
    const { state } = this;
    const keys: PanelKey[] = [];
    if (state.prompt === 'goOn') keys.push('hold', 'close');
    else if (state.prompt) keys.push('yes', 'no');
    else {
      keys.push('exchange', 'door');
      if (!state.exchange && !state.door) keys.push('check', 'clean');
    }
    const name = state.promptSlot === null ? '' : this.setting.channels[state.promptSlot]!.name;
    const prompts: Record<Exclude<Prompt, null>, string> = {
      notOriginal: `${name}: this cartridge is not an original one. Use it?`,
      newOriginal: `${name}: is this a new original cartridge?`,
      goOn: `${name}: the count is at its end. Go on without counting it?`,
    };
    return {
      message: state.message,
      prompt: state.prompt ? prompts[state.prompt] : null,
      keys,
      exchange: state.exchange,
      door: state.door,
      padShare: state.padMl / this.setting.padCapacityMl,
      sheets: state.sheets,
      gaps: state.gaps,
      slots: this.setting.channels.map((channel, i) => {
        const cartridge = state.slots[i] ?? null;
        return {
          name: channel.name,
          cartridge: cartridge?.name ?? null,
          level: cartridge && cartridge.chip.phase !== 'off' ? shownLevel(cartridge) : null,
          phase: cartridge?.chip.phase ?? null,
          inkMl: cartridge?.inkMl ?? null,
        };
      }),
    };
  }

  /** Presses a key of the panel. A key that is not offered does nothing. */
  press(key: PanelKey): void {
    if (!this.panel().keys.includes(key)) return;
    const { state } = this;
    switch (key) {
      case 'exchange':
        state.exchange = !state.exchange;
        state.message = state.exchange ? 'Exchange: open the door, one cartridge at a time' : 'Ready';
        return;
      case 'door':
        return state.door ? this.shutDoor() : this.openDoor();
      case 'yes':
      case 'no':
        return this.answer(key === 'yes');
      case 'hold': {
        const cartridge = state.slots[state.promptSlot!];
        if (cartridge) {
          cartridge.chip = chipStep(cartridge.chip, { type: 'switchedOff' }, this.setting.switchOff);
          state.message = `${cartridge.name} is no longer counted`;
        }
        state.prompt = null;
        return;
      }
      case 'close': {
        const cartridge = state.slots[state.promptSlot!];
        if (cartridge)
          cartridge.chip = chipStep(
            cartridge.chip,
            { type: 'signalled', signal: 'promptClosed' },
            this.setting.switchOff,
          );
        state.prompt = null;
        state.message = 'Stopped';
        return;
      }
      case 'check':
        return this.nozzleCheck();
      case 'clean':
        return this.clean();
    }
  }

  /** Pulls a cartridge out. Without the exchange state and an open door the printer loses track of it. */
  pull(slot: number): SimulatedCartridge | null {
    const cartridge = this.state.slots[slot] ?? null;
    if (!cartridge) return null;
    this.state.slots[slot] = null;
    this.state.changed = true;
    if (!this.state.exchange || !this.state.door) {
      this.state.lost = true;
      this.state.message = 'It was pulled while the door counted as shut: the printer has lost track';
    } else this.state.message = `${this.setting.channels[slot]!.name} is out: do not leave its place open`;
    return cartridge;
  }

  /** Seats a cartridge; what it says about its chip comes when the door shuts. */
  seat(slot: number, cartridge: SimulatedCartridge): void {
    if (this.state.slots[slot]) return;
    cartridge.chip = chipStep(cartridge.chip, { type: 'reseated' }, this.setting.switchOff);
    if (
      cartridge.chip.phase === 'counting' &&
      cartridge.chip.strategy === 'selfResetting' &&
      cartridge.signalled === 'stops'
    )
      this.countAnew(cartridge);
    this.state.slots[slot] = cartridge;
    this.state.changed = true;
    this.state.promptSlot = slot;
  }

  /** A resetter on the chip: it counts from full. Works on a cartridge that is out, or in its slot. */
  resetChip(cartridge: SimulatedCartridge): void {
    cartridge.chip = chipStep(cartridge.chip, { type: 'reset', worked: true }, this.setting.switchOff);
    this.countAnew(cartridge);
  }

  /** Ink put in by hand, up to what fits. */
  topUp(cartridge: SimulatedCartridge, ml: number): void {
    cartridge.inkMl = Math.min(47, cartridge.inkMl + Math.max(0, ml));
    cartridge.chip = chipStep(cartridge.chip, { type: 'toppedUp' }, this.setting.switchOff);
  }

  private countAnew(cartridge: SimulatedCartridge): void {
    cartridge.countedMl = 0;
    cartridge.signalled = null;
  }

  /**
   * Prints.
   *
   * @param ml true use for each channel
   * @returns channels that faded because they drew air
   */
  print(ml: readonly number[]): { readonly printed: boolean; readonly faded: readonly number[] } {
    const { state } = this;
    const held = state.door || state.prompt !== null || state.lost || state.slots.some((slot) => !slot);
    const stopped = state.slots.some((cartridge) => cartridge?.chip.phase === 'stopped');
    if (held || stopped) {
      // Another page brings a closed prompt back.
      if (stopped && !held) this.offerGoOn();
      return { printed: false, faded: [] };
    }
    state.sheets += 1;
    const faded: number[] = [];
    ml.forEach((use, i) => {
      if (!this.draw(i, use)) faded.push(i);
    });
    state.message = faded.length > 0 ? 'Printed' : 'Ready';
    return { printed: true, faded };
  }

  private draw(slot: number, ml: number): boolean {
    const cartridge = this.state.slots[slot];
    if (!cartridge) return false;
    const drawn = Math.min(ml, cartridge.inkMl);
    cartridge.inkMl -= drawn;
    // The counter counts drops, whether ink or air came.
    cartridge.countedMl += ml / this.setting.trueK;
    const sound = drawn >= ml - DRY_ML;
    if (!sound) {
      cartridge.chip = chipStep(cartridge.chip, { type: 'ranDry' }, this.setting.switchOff);
      if (!this.state.dry.includes(slot)) this.state.dry.push(slot);
    }
    this.signal(slot, cartridge);
    return sound;
  }

  private signal(slot: number, cartridge: SimulatedCartridge): void {
    if (cartridge.chip.phase === 'off') return;
    const level = 1 - cartridge.countedMl / cartridge.chipMl;
    const { lowAt, veryLowAt } = this.setting;
    const signal: Signal | null =
      level <= 0
        ? 'stops'
        : level <= 0.02
          ? 'asks'
          : level <= veryLowAt
            ? 'veryLow'
            : level <= lowAt
              ? 'low'
              : null;
    if (signal === null || signal === cartridge.signalled) return;
    cartridge.signalled = signal;
    cartridge.chip = chipStep(cartridge.chip, { type: 'signalled', signal }, this.setting.switchOff);
    this.state.message = `${this.setting.channels[slot]!.name}: ${{ low: 'low', veryLow: 'very low', asks: 'nearly at its end', stops: 'at its end' }[signal as 'low']}`;
    if (signal === 'stops') this.offerGoOn();
  }

  private offerGoOn(): void {
    const slot = this.state.slots.findIndex((cartridge) => cartridge?.chip.phase === 'stopped');
    const cartridge = this.state.slots[slot];
    if (!cartridge) return;
    if (cartridge.chip.offer === 'closed')
      cartridge.chip = chipStep(
        cartridge.chip,
        { type: 'signalled', signal: 'stops' },
        this.setting.switchOff,
      );
    if (cartridge.chip.offer !== 'open') return;
    this.state.promptSlot = slot;
    this.state.prompt = this.setting.switchOff.asksNewOriginalFirst ? 'newOriginal' : 'goOn';
  }

  private openDoor(): void {
    this.state.door = true;
    if (!this.state.exchange) this.state.message = 'Open: choose exchange before anything is pulled out';
  }

  private shutDoor(): void {
    const { state } = this;
    state.door = false;
    state.lost = false;
    if (state.slots.some((slot) => !slot)) {
      state.message = 'A cartridge is missing';
      return;
    }
    if (!state.changed) {
      state.message = 'Ready';
      return;
    }
    state.changed = false;
    state.exchange = false;
    // One priming routine for all that was changed; it draws from every channel.
    this.setting.channels.forEach((_, i) => this.draw(i, this.setting.changeMl));
    this.waste(this.setting.changeMl);
    const refilled = state.slots.findIndex((cartridge) => cartridge && !cartridge.chip.original);
    if (refilled >= 0) {
      state.promptSlot ??= refilled;
      state.prompt = 'notOriginal';
    }
    state.message = 'Primed after the change';
  }

  private waste(perChannel: number): void {
    this.state.padMl += perChannel * this.setting.channels.length;
  }

  private answer(yes: boolean): void {
    const { state } = this;
    if (state.prompt === 'newOriginal') {
      // Answered yes, the printer believes in a new original and counts on; no leads to the offer.
      state.prompt = yes ? null : 'goOn';
      return;
    }
    state.prompt = null;
    state.message = yes ? 'Ready' : 'Waiting for another cartridge';
    state.promptSlot = null;
  }

  private nozzleCheck(): void {
    const { state } = this;
    state.gaps = state.gaps.map((gaps, i) =>
      state.dry.includes(i) ? 12 : this.chance.next() < GAP_CHANCE ? gaps + 1 : gaps,
    );
    state.message = state.gaps.some((gaps) => gaps > 0)
      ? `Gaps: ${state.gaps.flatMap((gaps, i) => (gaps > 0 ? [`${this.setting.channels[i]!.name} ${gaps}`] : [])).join(', ')}`
      : 'No gap';
  }

  private clean(): void {
    const { state } = this;
    this.setting.channels.forEach((_, i) => this.draw(i, this.setting.lightMl));
    this.waste(this.setting.lightMl);
    // A cleaning cures dirt; air in a line it does not push out.
    state.gaps = state.gaps.map((gaps, i) => (state.dry.includes(i) ? gaps : Math.floor(gaps * 0.3)));
    state.message = 'Cleaned';
  }
}

/** In whole percent, as printers tell it. */
const shownLevel = (cartridge: SimulatedCartridge): number =>
  Math.max(0, Math.round((1 - cartridge.countedMl / cartridge.chipMl) * 100) / 100);
