// What vitest reported, for tests/run: how many passed and failed, and beside it which failed and why.
import { readFileSync } from 'node:fs';

let said;
try {
  said = JSON.parse(readFileSync(process.argv[2], 'utf8'));
} catch {
  console.log('0 1');
  console.error('vitest left no report.');
  process.exit();
}
// A file that could not be loaded has no test that failed.
const unloaded = said.testResults.filter((f) => f.status === 'failed' && !f.assertionResults.some((t) => t.status === 'failed'));
console.log(said.numPassedTests, said.numFailedTests + unloaded.length);
for (const file of unloaded) console.error(`failed ${file.name}\n${file.message?.slice(0, 2000) ?? ''}`);
for (const file of said.testResults)
  for (const test of file.assertionResults)
    if (test.status === 'failed')
      console.error(`failed ${file.name}: ${test.fullName}\n${test.failureMessages.join('\n').slice(0, 2000)}`);
