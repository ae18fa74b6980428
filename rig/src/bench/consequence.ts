/** Where a mistake shows: in the hands, while it rests, or at the printer. */
export type Where = 'hands' | 'rest' | 'printer';

export interface Consequence {
  readonly where: Where;
  readonly what: string;
  readonly why: string;
}
