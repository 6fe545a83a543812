// What is installed: licences of all packages, and what is known against them. Without the registry it
// says so, and lists the licences all the same: npm run packages.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const byLicence = new Map();
for (const [path, about] of Object.entries(packages)) {
  if (path === '' || about.dev) continue;
  const name = path.slice(path.lastIndexOf('node_modules/') + 13);
  const licence = about.license ?? 'not said';
  byLicence.set(licence, [...(byLicence.get(licence) ?? []), `${name}@${about.version}`]);
}
for (const [licence, names] of [...byLicence].sort((a, b) => b[1].length - a[1].length)) {
  console.log(`${licence}: ${names.length}`);
  if (names.length <= 8) console.log(`  ${names.join(', ')}`);
}

let report;
try {
  report = execFileSync('npm', ['audit', '--omit=dev', '--json'], {
    encoding: 'utf8',
    timeout: 60_000,
    stdio: ['ignore', 'pipe', 'ignore'],
  });
} catch (error) {
  // With something known it ends with 1, and says what on its output.
  report = error.stdout ?? '';
}
let known;
try {
  known = JSON.parse(report).metadata?.vulnerabilities;
} catch {
  known = undefined;
}
if (!known) {
  console.log('\nThe registry does not answer: what is known against them cannot be said now.');
} else {
  const { total, critical, high, moderate, low } = known;
  console.log(
    `\nKnown against them: ${total} (critical ${critical}, high ${high}, moderate ${moderate}, low ${low}); npm audit says which.`,
  );
  if (critical + high > 0) process.exitCode = 1;
}
