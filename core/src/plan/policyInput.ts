import type { Uncertain } from '../quantity';
import type { PolicyCode } from '../workbook';

/** What the ways of changing are tried with. */
export interface PolicyInput {
  /** ml by day, then by channel: what was drawn on days like those to come, changes left out. */
  readonly dayUse: readonly (readonly number[])[];
  /** Printed area by day, dm². */
  readonly dayArea: readonly number[];
  readonly channels: readonly {
    /** A full cartridge's ink and its reserve, ml. */
    readonly fullMl: number;
    readonly reserveMl: number;
    /** Drawn from this channel by each change of any cartridge, ml. */
    readonly primeMl: number;
    readonly refillMinorPerMl: number;
    readonly originalUsableMl: number;
    readonly originalMinorPerMl: number;
    /** Relative standard uncertainty of its learnt use. */
    readonly useU: number;
  }[];
  readonly scatter: number;
  readonly years: number;
  /** The most that a dry line may happen, per year. */
  readonly allowedRisk: number;
  readonly padCapacityMl: number | null;
  readonly cleaningMlPerYear: number;
  /** Working time: one cartridge refilled, one routine with the printer open. */
  readonly minutesPerFill: number;
  readonly minutesPerRoutine: number;
  readonly standardDm2: number;
  /** Uniform in [0, 1), seeded. */
  readonly random: () => number;
}

/** Days on which the ways are tried instead of the input's own: what the person thinks was drawn, and what really was. */
export interface KnownDays {
  readonly dayUse: PolicyInput['dayUse'];
  readonly dayArea: PolicyInput['dayArea'];
  /** ml by day, then by channel. */
  readonly trueUse: PolicyInput['dayUse'];
}

export interface PolicyResult {
  readonly code: PolicyCode;
  readonly routinesPerYear: Uncertain;
  readonly primingMl: Uncertain;
  /** Money lost to priming, minor units a year. */
  readonly wasteMinor: Uncertain;
  readonly padYears: number | null;
  readonly minutesPerYear: Uncertain;
  /** Of a year in which some channel comes below its reserve. */
  readonly dryProbability: number;
  /** Standard uncertainty of that probability. */
  readonly dryU: number;
  /** For `topUpAll`: below which share of full it tops up; for `rotateEveryN`: after how many standard sheets. */
  readonly threshold: number | null;
}
