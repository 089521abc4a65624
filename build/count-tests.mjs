// Adds up what the runners wrote down and prints the closing line.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
let passed = 0;
let failed = 0;
for (const file of existsSync(folder) ? readdirSync(folder) : []) {
  const text = readFileSync(join(folder, file), 'utf8');
  if (file.endsWith('.trx')) {
    const counters = /<Counters [^>]*>/.exec(text)?.[0] ?? '';
    const count = (name) => Number(new RegExp(` ${name}="(\\d+)"`).exec(counters)?.[1] ?? 0);
    passed += count('passed');
    failed += count('failed') + count('error') + count('timeout') + count('aborted');
  } else if (file.endsWith('.json')) {
    const { stats } = JSON.parse(text);
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky;
  }
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 && passed > 0 ? 0 : 1;
