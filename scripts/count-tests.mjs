// Prints "passed failed" from the JSON report of Jest or Playwright.
import { readFileSync } from 'node:fs';

const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
if ('numPassedTests' in report) {
  // A suite that could not run at all counts as a failure of its own.
  console.log(
    report.numPassedTests,
    report.numFailedTests + report.numRuntimeErrorTestSuites + report.numPendingTests,
  );
} else {
  const { expected, unexpected, flaky, skipped } = report.stats;
  // Nothing is tried twice.
  console.log(expected, unexpected + flaky + skipped + report.errors.length);
}
