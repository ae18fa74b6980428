import type { InAll } from '../bench';
import { formatUncertain } from '../quantity';

const TARGETS: Record<InAll['targetBy'], string> = {
  full: 'full',
  sections: 'what this method reaches',
  own: 'your own target',
  maximum: 'its own maximum',
};
/** A difference of less than this is not worth a word, ml. */
const WORTH_ML = 0.05;

/** "± 5 ml". */
const doubtOf = (u: number): string => formatUncertain({ value: 0, u }, 'ml').replace(/^\S*\s/u, '');

/** The whole fill, as it is told beside its first load. */
export function inAllWords(found: InAll, byScale: boolean): string {
  const { ml, by, toTargetMl, targetG, targetBy, primeMl, naiveMl, bottle } = found;
  const target = byScale ? `${targetG.toFixed(2)} g (${TARGETS[targetBy]})` : TARGETS[targetBy];
  const upTo = `up to ${target} it would be ${toTargetMl.toFixed(2)} ml`;
  // Nobody knows how much that will be, nor what the bottle then holds.
  if (by === 'parts') return 'In small parts, with a look after each, until it takes no more.';
  const said: string[] = [];
  if (by === 'dose') said.push(`In all ${ml.value.toFixed(2)} ml, as you set it; ${upTo}.`);
  else if (by === 'doubt') {
    const byHand = found.handU > found.insideU;
    const because = byHand
      ? `the marks of a syringe tell so much only to ${doubtOf(found.handU)}`
      : `what is inside is only known to ${doubtOf(found.insideU)}`;
    said.push(
      `In all ${ml.value.toFixed(2)} ml and no more: ${because}. ${byHand ? 'If it is exact' : 'If that is right'}, ${upTo}.`,
    );
    if (!byHand && found.poorTare) said.push('A dry one of its kind on the scale would tell.');
  } else {
    const prime =
      primeMl > WORTH_ML ? `, and ${primeMl.toFixed(1)} ml more that the prime takes out again` : '';
    const most = formatUncertain({ value: ml.value - primeMl, u: ml.u }, 'ml');
    said.push(`In all ${most}${byScale ? ` to ${target}` : ` (${target})`}${prime}.`);
    const naive = naiveMl - toTargetMl;
    if (byScale && Math.abs(naive) > WORTH_ML)
      said.push(
        `“1 g = 1 ml” would add ${naiveMl.toFixed(2)} ml: ${Math.abs(naive).toFixed(2)} ml too ${naive > 0 ? 'many' : 'few'}.`,
      );
  }
  if (bottle && !bottle.short)
    said.push(
      `The bottle then holds ${bottle.afterMl.toFixed(0)} ml: ${Math.floor(bottle.afterMl / Math.max(1, ml.value))} more fills like this.`,
    );
  return said.join(' ');
}
