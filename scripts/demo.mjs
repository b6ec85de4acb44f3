/**
 * `npm run demo`: installs what is missing, builds, starts on port 4310 (or the next free one) and says so.
 * With --built it starts the build that is there; PORT asks for another port.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { env, installPackages } from './install.mjs';

const free = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

installPackages();
const next = 'node_modules/next/dist/bin/next';
if (!process.argv.includes('--built')) {
  console.log('Building.');
  const built = spawnSync(process.execPath, [next, 'build'], { stdio: ['ignore', 'ignore', 'inherit'], env });
  if (built.status !== 0) {
    console.error('The build did not finish.');
    process.exit(1);
  }
}
const asked = Number(process.env.PORT ?? 4310);
let port = asked;
while (!(await free(port))) port++;
if (port !== asked) console.log(`Port ${asked} is taken; using ${port}.`);
const server = spawn(process.execPath, ['scripts/serve.mjs', String(port)], {
  stdio: ['ignore', 'ignore', 'inherit'],
  env: { ...env, NODE_ENV: 'production' },
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
const url = `http://localhost:${port}`;
for (let n = 0; n < 200; n++) {
  const answer = await fetch(url).catch(() => null);
  if (answer?.ok) {
    console.log(`Hexaplex is ready at ${url} with the demo bolt, Kite Weather. Ctrl+C ends it.`);
    break;
  }
  await new Promise((r) => setTimeout(r, 100));
}
