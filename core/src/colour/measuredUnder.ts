import { MEASURE_CONDITIONS, OBSERVERS, type MeasureCondition, type Observer } from '../workbook';

/** How a file says that its patches were measured; null: it says nothing of it. */
export interface MeasuredUnder {
  readonly condition: MeasureCondition | null;
  /** The light that L\*a\*b\* was computed for, `D50` or another. */
  readonly illuminant: string | null;
  /** Degrees of the field of view. */
  readonly observer: Observer | null;
  /** Of the instrument, as it names it. */
  readonly filter: string | null;
}

/** Keywords that say how it was measured; what others name so is none of it. */
const ABOUT = /MEASUREMENT|CONDITION|ILLUMIN|OBSERVER|FILTER|POLARI|WEIGHTING/i;

/**
 * How patches were measured, from the lines before the data: as CGATS.17 and ISO 28178 name it, and as instruments write it
 * there in their own words. What is said nowhere is null; what is said twice counts as it is said last.
 *
 * @param head lines of the file before its data
 * @source ISO 13655:2017 (M0 to M3), ISO 28178:2009 5.3
 */
export function measuredUnder(head: readonly string[]): MeasuredUnder {
  let found: MeasuredUnder = { condition: null, illuminant: null, observer: null, filter: null };
  for (const line of head) {
    const said = /^\s*#?\s*([A-Za-z_ ]+?)[\s=:"]+(.*)$/.exec(line);
    if (!said || !ABOUT.test(said[1]!)) continue;
    const all = `${said[1]!} ${said[2]!.replace(/"/g, ' ')}`;
    found = {
      condition: conditionOf(all) ?? found.condition,
      illuminant: illuminantOf(all) ?? found.illuminant,
      observer: observerOf(all) ?? found.observer,
      filter: filterOf(all) ?? found.filter,
    };
  }
  // A filter that is not named as a condition still is one.
  const { filter } = found;
  const byFilter = filter === null ? null : /pol/i.test(filter) ? 'M3' : /uv/i.test(filter) ? 'M2' : null;
  return { ...found, condition: found.condition ?? byFilter };
}

function conditionOf(text: string): MeasureCondition | null {
  const named = /(?:^|[^A-Za-z0-9])(M[0-3])(?![A-Za-z0-9.])/i.exec(text)?.[1]?.toUpperCase();
  if (/polari[sz]ation\W+(yes|on|true|1|crossed)\b/i.test(text)) return 'M3';
  return MEASURE_CONDITIONS.find((one) => one === named) ?? null;
}

const illuminantOf = (text: string): string | null =>
  /illumin/i.test(text)
    ? (/(?:^|[^A-Za-z0-9])(D50|D55|D65|D75|F\d{1,2}|A|C|E)(?![A-Za-z0-9])/.exec(
        text.replace(/illumin\w*/gi, ' '),
      )?.[1] ?? null)
    : null;

function observerOf(text: string): Observer | null {
  const degrees =
    /observer\w*\W+(\d+)/i.exec(text)?.[1] ?? /(?:^|\D)(\d+)\s*(?:°|deg)/i.exec(text)?.[1] ?? null;
  return OBSERVERS.find((one) => one === degrees) ?? null;
}

function filterOf(text: string): string | null {
  const named = /filter\w*[\s=:,]+([A-Za-z0-9-]+)/i.exec(text)?.[1] ?? null;
  return named === null || /^(no|none|off|na)$/i.test(named) ? null : named.slice(0, 40);
}
