import { IPP_GROUP, IPP_TAG, ippRequest, type IppAttribute, type IppMessage } from '../ipp';
import { numberId, tidyTitle, type DraftJob, type ReadJobs, type RefusedLine } from './draftJob';
import { mediaSize } from './mediaSize';

const ASKED = [
  'job-id',
  'job-uuid',
  'job-name',
  'job-state',
  'job-originating-user-name',
  'job-printer-uri',
  'copies',
  'media',
  'media-col',
  'job-impressions-completed',
  'job-media-sheets-completed',
  'time-at-completed',
  'date-time-at-completed',
];
/**
 * A Get-Jobs request for what a queue has done, the newest first.
 *
 * @param limit how many at most
 * @param first the place of the first of them, from 1; printers that do not know `first-index` begin at the newest all the same
 */
export const jobsRequest = (uri: string, requestId: number, limit: number, first = 1): IppMessage =>
  ippRequest(0x000a, uri, requestId, ASKED, [
    { name: 'limit', values: [{ type: 'integer', value: limit }] },
    ...(first > 1 ? [{ name: 'first-index', values: [{ type: 'integer', value: first } as const] }] : []),
    { name: 'which-jobs', values: [{ type: 'text', tag: IPP_TAG.keyword, value: 'completed' }] },
  ]);

const STATES: Readonly<Record<number, DraftJob['state']>> = { 7: 'cancelled', 8: 'aborted', 9: 'completed' };
const COMPLETED = 9;
const MOST_COPIES = 100_000;
/** Seconds since 1970 are at least this; smaller ones count from the printer's own start. */
const EPOCH_SECONDS = 946_684_800;

/**
 * Jobs of a Get-Jobs answer. Each attribute may be missing or have no value; what is not told stays unknown.
 *
 * @param message decoded answer
 * @returns drafts in the printer's order; jobs that are not finished, or printed nothing, are refused with the reason
 */
export function jobsOf(message: IppMessage): ReadJobs {
  const jobs: DraftJob[] = [];
  const refused: RefusedLine[] = [];
  message.groups
    .filter((group) => group.tag === IPP_GROUP.job)
    .forEach((group, i) => {
      // Said twice, the first holds.
      const of = new Map([...group.attributes].reverse().map((attribute) => [attribute.name, attribute]));
      const title = tidyTitle(textOf(of.get('job-name')) ?? '');
      const number = numberOf(of.get('job-id'));
      const uuid = textOf(of.get('job-uuid'))?.replace(/^urn:uuid:/, '') ?? null;
      const uri = textOf(of.get('job-printer-uri')) ?? '';
      const queue = queueOf(uri);
      const stateNumber = numberOf(of.get('job-state'));
      const refuse = (reason: RefusedLine['reason']): void =>
        void refused.push({ line: i + 1, text: `${queue} ${number ?? '?'} ${title}`.slice(0, 200), reason });
      if (stateNumber !== null && stateNumber < 7) return refuse('notFinished');
      const counted =
        numberOf(of.get('job-impressions-completed')) ?? numberOf(of.get('job-media-sheets-completed'));
      // A raw queue passes on what it cannot count: done, and none, is not known; broken off, and none, is none.
      if (counted === 0 && stateNumber !== COMPLETED) return refuse('nothingPrinted');
      const impressions = countOf(counted);
      const at = completedAt(of);
      const media = textOf(of.get('media')) ?? '';
      const size = mediaSize(media) ?? sizeOfCollection(of.get('media-col'));
      jobs.push({
        id: uuid ?? numberId(queue, number, at, title),
        source: 'jobs',
        queue,
        number,
        uuid,
        title,
        user: textOf(of.get('job-originating-user-name')) ?? '',
        copies: countOf(numberOf(of.get('copies'))),
        impressions,
        media,
        widthMm: size?.widthMm ?? null,
        heightMm: size?.heightMm ?? null,
        at,
        state: STATES[stateNumber ?? 0] ?? 'unknown',
      });
    });
  return { jobs, refused };
}

/** A count that a sheet can have: fewer than one, or absurdly many, is not known. */
const countOf = (count: number | null): number | null =>
  count !== null && count >= 1 && count <= MOST_COPIES ? count : null;

const textOf = (attribute: IppAttribute | undefined): string | null => {
  const value = attribute?.values[0];
  return value?.type === 'text' || value?.type === 'localized' ? value.value : null;
};
const numberOf = (attribute: IppAttribute | undefined): number | null => {
  const value = attribute?.values[0];
  return value?.type === 'integer' || value?.type === 'enum' ? value.value : null;
};

/** The queue's name, where a spooler serves several; a printer's own address names none. */
function queueOf(uri: string): string {
  const name = /\/(?:printers|classes)\/([^/?#]+)/.exec(uri)?.[1] ?? '';
  try {
    return decodeURIComponent(name);
  } catch {
    return name;
  }
}

/** `date-time-at-completed` (RFC 2579), else seconds since 1970; up-time alone tells no date. */
function completedAt(of: ReadonlyMap<string, IppAttribute>): string | null {
  const date = of.get('date-time-at-completed')?.values[0];
  if (date?.type === 'octets' && date.value.length === 11) {
    const [high, low, month, day, hour, minute, second, tenths, sign, zoneHour, zoneMinute] = [...date.value];
    const zone = (sign === 0x2d ? -1 : 1) * (zoneHour! * 60 + zoneMinute!);
    const at = Date.UTC(high! * 256 + low!, month! - 1, day, hour, minute! - zone, second, tenths! * 100);
    if (!Number.isNaN(at)) return new Date(at).toISOString();
  }
  const seconds = numberOf(of.get('time-at-completed'));
  return seconds !== null && seconds >= EPOCH_SECONDS ? new Date(seconds * 1000).toISOString() : null;
}

/** `media-col` tells the size in hundredths of a mm. */
function sizeOfCollection(attribute: IppAttribute | undefined): { widthMm: number; heightMm: number } | null {
  const value = attribute?.values[0];
  if (value?.type !== 'collection') return null;
  const size = value.members.find(({ name }) => name === 'media-size')?.values[0];
  if (size?.type !== 'collection') return null;
  const part = (name: string): number | null => numberOf(size.members.find((member) => member.name === name));
  const [x, y] = [part('x-dimension'), part('y-dimension')];
  return x && y ? { widthMm: x / 100, heightMm: y / 100 } : null;
}
