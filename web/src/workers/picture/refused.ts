import type { PictureProblem } from '@hiraeth/core/image';

/** Thrown where a picture cannot be measured, from as deep as it is found. */
export class Refused extends Error {
  constructor(readonly problem: PictureProblem) {
    super(problem);
  }
}
