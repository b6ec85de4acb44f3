/** Installs what package-lock.json asks for, when it is not there yet. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

export const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' };

const stamp = 'node_modules/.package-lock.json';

/** True when every package of the lock file is in node_modules at its version. */
function upToDate() {
  if (!existsSync(stamp)) return false;
  const want = JSON.parse(readFileSync('package-lock.json', 'utf8')).packages;
  const have = JSON.parse(readFileSync(stamp, 'utf8')).packages;
  return Object.entries(want).every(
    ([path, p]) => path === '' || p.optional || have[path]?.version === p.version,
  );
}

export function installPackages() {
  if (upToDate()) return;
  console.log('Installing packages (once; about a minute).');
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { stdio: 'inherit', env });
  if (done.status !== 0) {
    console.error('npm ci did not finish. Look at its message above, then run this command again.');
    process.exit(1);
  }
}
