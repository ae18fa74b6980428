interface BigProps {
  /** A quantity as `formatUncertain` or `useMoneyInterval` writes it, or plain words. */
  readonly text: string;
  /** What it is of. */
  readonly of?: string;
  readonly tone?: string;
  readonly testId?: string;
}

/** The one number that matters on a page; its interval, its unit and what it is of stand smaller beside it. */
export function Big({ text, of = '', tone = '', testId }: BigProps) {
  const [value, half] = text.split(/\s±\s/);
  return (
    <div className={`big ${tone}`} data-testid={testId}>
      {value}
      <small>
        {half ? `± ${half} ` : ''}
        {of}
      </small>
    </div>
  );
}
