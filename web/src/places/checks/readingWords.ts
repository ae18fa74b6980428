import type { CheckChannel, CheckGap } from '@hiraeth/core/image';

/** A line of which a part is gone is a nozzle that is; a faint or deflected one prints. */
export const isMissing = ({ kind }: CheckGap): boolean => kind === 'missing' || kind === 'part';

/** What a photograph was read as, in a line. */
export function readingWords(channels: readonly CheckChannel[]): string {
  const all = channels.flatMap(({ gaps }) => gaps);
  const gaps = all.filter(isMissing).length;
  const odd = all.length - gaps;
  const unseen = channels.filter(({ unsure, lines }) => unsure.length === lines).length;
  const unsure = channels.reduce(
    (sum, channel) => sum + (channel.unsure.length < channel.lines ? channel.unsure.length : 0),
    0,
  );
  return [
    gaps === 0 ? 'No line is missing.' : `${gaps} ${gaps === 1 ? 'line is' : 'lines are'} missing.`,
    ...(odd > 0
      ? [`${odd} ${odd === 1 ? 'is' : 'are'} faint or beside ${odd === 1 ? 'its' : 'their'} place.`]
      : []),
    ...(unsure > 0 ? [`Of ${unsure} it cannot be told.`] : []),
    ...(unseen > 0 ? [`${unseen} ${unseen === 1 ? 'channel' : 'channels'} cannot be seen in it.`] : []),
  ].join(' ');
}
