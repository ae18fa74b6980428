import { writeFileSync } from 'node:fs';
import { relative } from 'node:path';

/** Leaves the counts, and how long each file took, where scripts/test.mjs sums them. */
export default class Count {
  onRunComplete(_contexts, results) {
    const broken = results.numRuntimeErrorTestSuites;
    if (process.env.HIRAETH_COUNT)
      writeFileSync(
        process.env.HIRAETH_COUNT,
        JSON.stringify({
          passed: results.numPassedTests,
          failed: results.numFailedTests + broken,
          slow: results.testResults.map(({ testFilePath, perfStats }) => [
            perfStats.runtime / 1000,
            relative(process.cwd(), testFilePath),
          ]),
        }),
      );
  }
}
