import { mkdirSync, writeFileSync } from 'node:fs';
import { Session } from 'node:inspector/promises';
import { afterEach, beforeEach } from 'vitest';

const s = new Session();
s.connect();
beforeEach(async () => {
  await s.post('Profiler.enable');
  await s.post('Profiler.start');
});
let n = 0;
afterEach(async () => {
  const { profile } = await s.post('Profiler.stop');
  mkdirSync('/tmp/prof', { recursive: true });
  writeFileSync(`/tmp/prof/${process.pid}-${n++}.cpuprofile`, JSON.stringify(profile));
});
