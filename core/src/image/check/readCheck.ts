import type { CheckLayout } from '../../workbook';
import { colourScore } from './colourScore';
import { findFrames } from './findFrames';
import { toPhoto, type Frame } from './frame';
import { gridScore } from './gridScore';
import type { Corners } from '../homography';
import { everyFor } from './lineAt';
import type { Photo } from '../photo';
import { readLines, type CheckGap } from './readLines';
import { settleFrame } from './settleFrame';

// Looked up once: these stand in loops.
const { max } = Math;

export interface CheckChannel {
  readonly slotId: string;
  readonly lines: number;
  readonly gaps: readonly CheckGap[];
  /** Lines of which it cannot be told; all of them where the field is too faint, blurred, or not to be seen so. */
  readonly unsure: readonly number[];
}

export interface ReadCheck {
  readonly channels: readonly CheckChannel[];
  /** Why nothing was read; null: it was. */
  readonly refused: 'noCorners' | 'notThisGrid' | 'whichWayUp' | null;
  /** Where its corners were found, pixels. */
  readonly corners: Corners | null;
  /** How the lens bends, see `Frame`. */
  readonly bend: number;
  /** Not known which way up it is: the ways that explain it nearly alike, for a person to choose from. */
  readonly ways: readonly Frame[];
}

/** Of the fields that can be seen, so many must show their lines for it to be this grid. */
const THIS_GRID = 0.5;
/** So many sets of marks are tried, so many at a time, and of each time the best few closely. */
const MOST_FRAMES = 240;
const AT_A_TIME = 12;
const CLOSELY = 3;
/** Sets that are less likely marks than the first ones must hold some of the lines at once. */
const PROMISES = 0.12;
/** Cells that are looked at to compare sets of marks. */
const COARSE = 110;
/** Lenses that a picture may have been taken with, see `Frame`. */
const BENDS = [0, 0.02, -0.02];
/** Above this it is the grid: no other set of marks need be looked at. Wrong ones come to a tenth of it. */
const PLAIN = 0.5;
const LEAST_SCORE = 0.3;
/** A way up that explains it by so much less is not the right one; colours count for more than lines. */
const PLAINLY = 0.08;
const COLOUR = 1.5;
/** A grid this much longer than wide is not taken for one that lies on its side. */
const SQUARE = 1.12;

/**
 * Reads a photographed or scanned nozzle check: of all spots that may be its corner marks those hold between which the layout's
 * lines are; it is straightened by them, each channel looked at in the light where its ink is dark, each line against the paper
 * beside it. What cannot be told is unsure, never guessed; nor is which way up it is.
 *
 * @param photo of the whole grid, or with one of its corners off the picture
 * @param layout of the printer's own check, taught once
 * @param corners where a person marked them, pixels, the top left first; without them they are looked for
 * @param onProgress share done, 0 to 1
 */
export function readCheck(
  photo: Photo,
  layout: CheckLayout,
  corners?: Corners,
  onProgress: (share: number) => void = () => undefined,
): ReadCheck {
  const frames = corners ? [] : findFrames(photo, layout.aspect, MOST_FRAMES);
  onProgress(0.2);
  if (!corners && frames.length === 0) return refuse('noCorners');
  const seen = corners
    ? settleFrame(photo, layout, { corners, bend: 0 })
    : bestOf(photo, layout, frames, onProgress);
  onProgress(0.6);
  const ways = corners ? [] : waysUp(photo, layout, seen);
  const [first] = ways;
  const frame = first?.frame ?? seen.frame;
  const at = toPhoto(frame, photo);
  const fields = layout.fields.map((field) => ({ field, read: readLines(photo, field, at) }));
  onProgress(1);
  const looked = fields.filter(({ field }) => field.light !== 'none');
  const strong = looked.filter(({ read }) => read.strong).length;
  const score = first?.score ?? seen.score;
  if (looked.length === 0 || score < LEAST_SCORE || strong < THIS_GRID * looked.length)
    return refuse('notThisGrid', frame);
  if (ways.length > 1) return { ...refuse('whichWayUp', frame), ways: ways.map((way) => way.frame) };
  return {
    channels: fields.map(({ field: { slotId }, read: { lines, gaps, unsure } }) => ({
      slotId,
      lines,
      gaps,
      unsure,
    })),
    refused: null,
    corners: frame.corners,
    bend: frame.bend,
    ways: [],
  };
}

const refuse = (refused: NonNullable<ReadCheck['refused']>, frame: Frame | null = null): ReadCheck => ({
  channels: [],
  refused,
  corners: frame?.corners ?? null,
  bend: frame?.bend ?? 0,
  ways: [],
});

/** A picture may lie on any of its sides. */
const turned = ([a, b, c, d]: Corners, by: number): Corners =>
  [[a, b, c, d] as const, [b, c, d, a] as const, [c, d, a, b] as const, [d, a, b, c] as const][by]!;

type Settled = ReturnType<typeof settleFrame>;

/** Of all sets of marks, on any side and through any lens, the one that explains the most lines. */
function bestOf(
  photo: Photo,
  layout: CheckLayout,
  frames: ReturnType<typeof findFrames>,
  onProgress: (share: number) => void,
): Settled {
  const every = everyFor(layout, COARSE);
  let best: Settled | null = null;
  // Three marks are looked at only where no four of them hold the lines.
  const sets = [frames.filter(({ three }) => !three), frames.filter(({ three }) => three)];
  for (const set of sets)
    for (let i = 0; i < set.length; i += AT_A_TIME) {
      const tried = set.slice(i, i + AT_A_TIME).flatMap(({ corners, three }) =>
        [0, 1, 2, 3].flatMap((by) =>
          BENDS.map((bend) => {
            const frame: Frame = { corners: turned(corners, by), bend };
            // Of the four the third is the one that was not seen: it is turned with the others.
            const unseen = three ? (6 - by) % 4 : null;
            return { frame, unseen, score: gridScore(photo, layout, toPhoto(frame, photo), every) };
          }),
        ),
      );
      tried.sort((a, b) => b.score - a.score);
      if (i > 0 && tried[0]!.score < PROMISES) continue;
      for (const { frame, unseen } of tried.slice(0, CLOSELY)) {
        const settled = settleFrame(photo, layout, frame, unseen);
        if (!best || settled.score > best.score) best = settled;
        if (best.score > PLAIN) return best;
      }
      onProgress(0.2 + (0.4 * (i + AT_A_TIME)) / frames.length);
      if (best && best.score > LEAST_SCORE) return best;
    }
  return best!;
}

/** The ways up that explain the picture nearly alike, the best first: one alone is sure. */
function waysUp(photo: Photo, layout: CheckLayout, seen: Settled): readonly Settled[] {
  const { bend } = seen.frame;
  const colourOf = (frame: Frame): number => COLOUR * colourScore(photo, layout, toPhoto(frame, photo));
  const ways = [{ ...seen, total: seen.score + colourOf(seen.frame) }];
  for (const by of [2, 1, 3]) {
    const frame = { corners: turned(seen.frame.corners, by), bend };
    // On its side a grid is too long or too wide for itself, but where it is a square.
    if (by !== 2 && max(layout.aspect, 1 / layout.aspect) > SQUARE) continue;
    const settled = settleFrame(photo, layout, frame);
    ways.push({ ...settled, total: settled.score + colourOf(settled.frame) });
  }
  ways.sort((a, b) => b.total - a.total);
  return ways.filter(({ total }) => total > ways[0]!.total - PLAINLY);
}
