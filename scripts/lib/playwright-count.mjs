import { writeFileSync } from 'node:fs';

/** Leaves the counts where scripts/test.mjs sums them. */
export default class Count {
  passed = 0;
  failed = 0;
  onTestEnd(test, result) {
    if (result.status === 'passed') this.passed += 1;
    else if (result.status !== 'skipped' && result.retry === test.retries) this.failed += 1;
  }
  onEnd() {
    if (process.env.HIRAETH_COUNT)
      writeFileSync(process.env.HIRAETH_COUNT, JSON.stringify({ passed: this.passed, failed: this.failed }));
  }
}
