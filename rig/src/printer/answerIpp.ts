import { IPP_GROUP, IPP_TAG, type IppAttribute, type IppMessage, type IppValue } from '@hiraeth/core/ipp';
import type { SimulatedPrinter } from './SimulatedPrinter';

const OP = {
  printJob: 0x0002,
  validateJob: 0x0004,
  cancelJob: 0x0008,
  getJobAttributes: 0x0009,
  getJobs: 0x000a,
  getPrinterAttributes: 0x000b,
} as const;
const STATUS = {
  ok: 0x0000,
  badRequest: 0x0400,
  notPossible: 0x0404,
  notFound: 0x0406,
  formatNotSupported: 0x040a,
  notSupported: 0x0501,
  version: 0x0503,
  busy: 0x0507,
} as const;

export interface IppJob {
  readonly id: number;
  readonly name: string;
  readonly user: string;
  readonly at: number;
  readonly bytes: number;
  /** Sheets, copies included; and of how many copies. */
  readonly copies: number;
  readonly media: string;
  /** Milliseconds since 1970. */
  readonly completed: number;
}

/** What the answering side keeps between requests. */
export interface IppDesk {
  readonly printer: SimulatedPrinter;
  readonly jobs: IppJob[];
  /** It knows `first-index`; false: it always begins with the newest, as many do. */
  readonly pages?: boolean;
  /** Seconds since it was switched on, at least 1. */
  readonly upSeconds: () => number;
  /** Milliseconds since 1970. */
  readonly now: () => number;
}

const FORMATS = [
  'application/octet-stream',
  'application/pdf',
  'image/jpeg',
  'text/plain',
  'application/postscript',
];
/** True use of one received job for each channel, ml: a middling picture on an A3 sheet. */
const JOB_ML = 0.11;
const DEFAULT_MEDIA = 'iso_a3_297x420mm';
/** Jobs that are remembered. */
const MOST_JOBS = 20_000;

const text = (tag: number, value: string): IppValue => ({ type: 'text', tag, value });
const keyword = (value: string): IppValue => text(IPP_TAG.keyword, value);
const integer = (value: number): IppValue => ({ type: 'integer', value });
const enumerated = (value: number): IppValue => ({ type: 'enum', value });

/**
 * Answers an IPP/1.1 or 2.0 request as the simulated printer (RFC 8011): printer attributes with the markers of its nine
 * channels, print and validate, jobs. Print data are counted, never looked at.
 *
 * @param desk the printer and its jobs; printing changes both
 * @param request decoded
 * @param uri under which it was asked
 */
export function answerIpp(desk: IppDesk, request: IppMessage, uri: string): IppMessage {
  const reply = (code: number, groups: IppMessage['groups'] = []): IppMessage => ({
    version: request.version[0] === 2 ? [2, 0] : [1, 1],
    code,
    requestId: request.requestId,
    data: new Uint8Array(0),
    groups: [
      {
        tag: IPP_GROUP.operation,
        attributes: [
          { name: 'attributes-charset', values: [text(IPP_TAG.charset, 'utf-8')] },
          { name: 'attributes-natural-language', values: [text(IPP_TAG.language, 'en')] },
        ],
      },
      ...groups,
    ],
  });
  if (request.version[0] !== 1 && request.version[0] !== 2) return reply(STATUS.version);
  const operation = request.groups[0];
  const [first, second] = operation?.attributes ?? [];
  if (
    request.requestId <= 0 ||
    operation?.tag !== IPP_GROUP.operation ||
    first?.name !== 'attributes-charset' ||
    second?.name !== 'attributes-natural-language'
  )
    return reply(STATUS.badRequest);
  const one = (name: string): string | number | undefined => {
    const value = operation.attributes.find((attribute) => attribute.name === name)?.values[0];
    return value?.type === 'text' || value?.type === 'localized' || value?.type === 'integer'
      ? value.value
      : undefined;
  };
  const wanted = (
    operation.attributes.find((attribute) => attribute.name === 'requested-attributes')?.values ?? []
  ).flatMap((value) => (value.type === 'text' ? [value.value] : []));
  const jobUri = one('job-uri');
  if (one('printer-uri') === undefined && jobUri === undefined) return reply(STATUS.badRequest);
  const jobId = Number(one('job-id') ?? /(\d+)$/.exec(String(jobUri ?? ''))?.[1] ?? 0);
  const job = desk.jobs.find((known) => known.id === jobId);
  switch (request.code) {
    case OP.getPrinterAttributes:
      return reply(STATUS.ok, [
        {
          tag: IPP_GROUP.printer,
          attributes: pick(printerAttributes(desk, uri), wanted, JOB_TEMPLATE, 'printer-description'),
        },
      ]);
    case OP.validateJob:
      return FORMATS.includes(String(one('document-format') ?? FORMATS[0]))
        ? reply(STATUS.ok)
        : reply(STATUS.formatNotSupported);
    case OP.printJob: {
      if (!FORMATS.includes(String(one('document-format') ?? FORMATS[0])))
        return reply(STATUS.formatNotSupported);
      const { printed } = desk.printer.print(desk.printer.slots.map(() => JOB_ML));
      if (!printed) return reply(STATUS.busy);
      const made: IppJob = {
        id: (desk.jobs[desk.jobs.length - 1]?.id ?? 0) + 1,
        name: String(one('job-name') ?? 'Untitled'),
        user: String(one('requesting-user-name') ?? 'anonymous'),
        at: desk.upSeconds(),
        bytes: request.data.length,
        copies: 1,
        media: String(one('media') ?? DEFAULT_MEDIA),
        completed: desk.now(),
      };
      keepJob(desk, made);
      return reply(STATUS.ok, [
        { tag: IPP_GROUP.job, attributes: pick(jobAttributes(made, uri), SHORT_JOB, [], '') },
      ]);
    }
    case OP.getJobs: {
      // Everything is printed at once: only completed jobs are ever there.
      const which = one('which-jobs');
      const limit = Number(one('limit') ?? MOST_JOBS);
      const first = desk.pages === false ? 1 : Number(one('first-index') ?? 1);
      const mine = one('requesting-user-name');
      const jobs =
        which === 'completed'
          ? [...desk.jobs]
              .reverse()
              .filter((j) => one('my-jobs') === undefined || j.user === mine)
              .slice(first - 1, first - 1 + limit)
          : [];
      return reply(
        STATUS.ok,
        jobs.map((known) => ({
          tag: IPP_GROUP.job,
          attributes: pick(
            jobAttributes(known, uri),
            wanted.length > 0 ? wanted : ['job-uri', 'job-id'],
            [],
            'job-description',
          ),
        })),
      );
    }
    case OP.getJobAttributes:
      return job
        ? reply(STATUS.ok, [
            { tag: IPP_GROUP.job, attributes: pick(jobAttributes(job, uri), wanted, [], 'job-description') },
          ])
        : reply(STATUS.notFound);
    case OP.cancelJob:
      return reply(job ? STATUS.notPossible : STATUS.notFound);
    default:
      return reply(STATUS.notSupported);
  }
}

/** Adds a job to the printer's own history; the oldest fall out of it. */
export function keepJob(desk: IppDesk, job: IppJob): void {
  desk.jobs.push(job);
  if (desk.jobs.length > MOST_JOBS) desk.jobs.shift();
}

/** A moment as RFC 2579 writes it, in UTC. */
function dateTime(ms: number): Uint8Array {
  const at = new Date(ms);
  const year = at.getUTCFullYear();
  return Uint8Array.from([
    year >> 8,
    year & 255,
    at.getUTCMonth() + 1,
    at.getUTCDate(),
    at.getUTCHours(),
    at.getUTCMinutes(),
    at.getUTCSeconds(),
    0,
    0x2b,
    0,
    0,
  ]);
}

/** A job's identity for good: of the printer's name, its number and its second. */
const uuidOf = (job: IppJob): string => {
  const hex = (job.completed % 2 ** 44).toString(16).padStart(12, '0').slice(-12);
  return `urn:uuid:00000000-0000-4000-8000-${job.id.toString(16).padStart(4, '0').slice(-4)}${hex.slice(4)}`;
};

const SHORT_JOB = ['job-uri', 'job-id', 'job-state', 'job-state-reasons'];
const JOB_TEMPLATE = [
  'copies-default',
  'copies-supported',
  'media-default',
  'media-supported',
  'media-col-default',
  'sides-default',
  'sides-supported',
];

function pick(
  attributes: readonly IppAttribute[],
  wanted: readonly string[],
  template: readonly string[],
  description: string,
): IppAttribute[] {
  if (wanted.length === 0 || wanted.includes('all')) return [...attributes];
  return attributes.filter(
    ({ name }) =>
      wanted.includes(name) ||
      (wanted.includes('job-template') && template.includes(name)) ||
      (description !== '' && wanted.includes(description) && !template.includes(name)),
  );
}

function jobAttributes(job: IppJob, uri: string): IppAttribute[] {
  return [
    { name: 'job-id', values: [integer(job.id)] },
    { name: 'job-uri', values: [text(IPP_TAG.uri, `${uri}/${job.id}`)] },
    { name: 'job-printer-uri', values: [text(IPP_TAG.uri, uri)] },
    { name: 'job-name', values: [text(IPP_TAG.name, job.name.slice(0, 127))] },
    { name: 'job-originating-user-name', values: [text(IPP_TAG.name, job.user.slice(0, 127))] },
    { name: 'job-uuid', values: [text(IPP_TAG.uri, uuidOf(job))] },
    { name: 'copies', values: [integer(job.copies)] },
    { name: 'media', values: [keyword(job.media)] },
    { name: 'job-impressions-completed', values: [integer(job.copies)] },
    {
      name: 'date-time-at-completed',
      values: [{ type: 'octets', tag: 0x31, value: dateTime(job.completed) }],
    },
    { name: 'job-state', values: [enumerated(9)] },
    { name: 'job-state-reasons', values: [keyword('job-completed-successfully')] },
    { name: 'job-k-octets', values: [integer(Math.ceil(job.bytes / 1024))] },
    { name: 'job-printer-up-time', values: [integer(job.at)] },
    { name: 'time-at-creation', values: [integer(job.at)] },
    { name: 'time-at-processing', values: [integer(job.at)] },
    { name: 'time-at-completed', values: [integer(job.at)] },
  ];
}

function printerAttributes(desk: IppDesk, uri: string): IppAttribute[] {
  const { printer } = desk;
  const markers = printer.markers();
  const panel = printer.panel();
  const percent = (level: number | null): number => (level === null ? -2 : Math.round(level * 100));
  const media = keyword('iso_a3_297x420mm');
  const list = (name: string, ...values: IppValue[]): IppAttribute => ({ name, values });
  const http = uri.replace(/^ipp/, 'http').replace(/\/ipp\/print.*$/, '/');
  return [
    list('printer-uri-supported', text(IPP_TAG.uri, uri)),
    list('uri-authentication-supported', keyword('none')),
    list('uri-security-supported', keyword('none')),
    list('printer-name', text(IPP_TAG.name, printer.setting.name)),
    list('printer-info', text(IPP_TAG.text, printer.setting.name)),
    list('printer-make-and-model', text(IPP_TAG.text, printer.setting.name)),
    list('printer-location', text(IPP_TAG.text, 'On this computer')),
    list('printer-more-info', text(IPP_TAG.uri, http)),
    list('printer-state', enumerated(panel.prompt || panel.door ? 5 : 3)),
    list('printer-state-message', text(IPP_TAG.text, panel.message)),
    { name: 'printer-state-reasons', values: printer.reasons().map(keyword) },
    list('printer-is-accepting-jobs', { type: 'boolean', value: true }),
    list('printer-up-time', integer(Math.max(1, desk.upSeconds()))),
    list('queued-job-count', integer(0)),
    list('ipp-versions-supported', keyword('1.1'), keyword('2.0')),
    { name: 'operations-supported', values: Object.values(OP).map(enumerated) },
    list('charset-configured', text(IPP_TAG.charset, 'utf-8')),
    list('charset-supported', text(IPP_TAG.charset, 'utf-8')),
    list('natural-language-configured', text(IPP_TAG.language, 'en')),
    list('generated-natural-language-supported', text(IPP_TAG.language, 'en')),
    list('document-format-default', text(IPP_TAG.mime, FORMATS[0]!)),
    { name: 'document-format-supported', values: FORMATS.map((format) => text(IPP_TAG.mime, format)) },
    list('compression-supported', keyword('none')),
    list('pdl-override-supported', keyword('not-attempted')),
    list('color-supported', { type: 'boolean', value: true }),
    list('copies-default', integer(1)),
    list('copies-supported', { type: 'range', low: 1, high: 1 }),
    list('media-default', media),
    list('media-supported', media, keyword('iso_a2_420x594mm'), keyword('iso_a4_210x297mm')),
    list('media-col-default', {
      type: 'collection',
      members: [
        {
          name: 'media-size',
          values: [
            {
              type: 'collection',
              members: [
                { name: 'x-dimension', values: [integer(29_700)] },
                { name: 'y-dimension', values: [integer(42_000)] },
              ],
            },
          ],
        },
      ],
    }),
    list('sides-default', keyword('one-sided')),
    list('sides-supported', keyword('one-sided')),
    { name: 'marker-names', values: markers.map((marker) => text(IPP_TAG.name, marker.name)) },
    {
      name: 'marker-colors',
      values: markers.map((marker) => text(IPP_TAG.name, marker.colours[0] ?? 'none')),
    },
    { name: 'marker-types', values: markers.map((marker) => keyword(marker.type)) },
    { name: 'marker-levels', values: markers.map((marker) => integer(percent(marker.level))) },
    { name: 'marker-low-levels', values: markers.map((marker) => integer(percent(marker.lowLevel))) },
    { name: 'marker-high-levels', values: markers.map(() => integer(100)) },
    list('marker-message', text(IPP_TAG.text, panel.message)),
    {
      name: 'printer-supply',
      values: markers.map((marker, i) => ({
        type: 'octets',
        tag: IPP_TAG.octets,
        value: Uint8Array.from(
          `index=${i + 1};class=supplyThatIsConsumed;type=ink;unit=percent;maxcapacity=100;level=${percent(marker.level)};`,
          (char) => char.charCodeAt(0),
        ),
      })),
    },
    { name: 'printer-supply-description', values: markers.map((marker) => text(IPP_TAG.text, marker.name)) },
  ];
}
