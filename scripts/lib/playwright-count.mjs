import { writeFileSync } from 'node:fs';

/** Leaves the counts, and how long each test took, where scripts/test.mjs sums them. */
export default class Count {
  passed = 0;
  failed = 0;
  slow = [];
  onTestEnd(test, result) {
    this.slow.push([result.duration / 1000, `${test.location.file.split('/').pop()}: ${test.title}`]);
    if (result.status === 'passed') this.passed += 1;
    else if (result.status !== 'skipped' && result.retry === test.retries) this.failed += 1;
  }
  onEnd() {
    if (process.env.HIRAETH_COUNT)
      writeFileSync(
        process.env.HIRAETH_COUNT,
        JSON.stringify({ passed: this.passed, failed: this.failed, slow: this.slow }),
      );
  }
}
