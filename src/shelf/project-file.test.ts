import 'fake-indexeddb/auto';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { beforeEach, expect, test } from 'vitest';
import { addMotifs, apply, encodePng, motifOf, newProject, newRaster, type Project, sha256Of } from '../core';
import { hasAsset, putAsset, readAsset, readBolt, removeBolt, writeBolt, writeSnapshot } from '.';
import { withDb } from './db';
import {
  openProjectFile,
  proveProjectFile,
  sourceOnShelf,
  takeProjectFile,
  writeProjectFile,
} from './project-file';
import { openShelfFile, writeShelfFile } from './shelf-file';
import { listSnapshots } from './snapshots';

const log = [{ at: '2026-11-28T10:00:00.000Z', kind: 'created' as const, text: 'Begun, with a comma.' }];
let project: Project;
let asset: string;

beforeEach(async () => {
  const art = newRaster(40, 30);
  for (let i = 0; i < art.data.length; i++) art.data[i] = (i * 37) & 255;
  const png = encodePng(art, 300);
  asset = await sha256Of(png);
  await putAsset(asset, new Blob([png], { type: 'image/png' }));
  project = apply(
    newProject('one', 'One'),
    addMotifs([motifOf({ id: 'm', name: 'Kite', asset, width: 40, height: 30, ppi: 300 })]),
  );
  await writeBolt(project, log);
  await writeSnapshot({ id: 's', bolt: 'one', name: 'State 1', at: log[0].at, project });
});

async function written(): Promise<Uint8Array<ArrayBuffer>> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const [bytes] = await Promise.all([
    new Response(readable).arrayBuffer(),
    sourceOnShelf('one').then((bolt) => writeProjectFile(bolt, writable)),
  ]);
  return new Uint8Array(bytes);
}
const forget = async () => {
  await removeBolt('one');
  await withDb((db) => db.clear('assets'));
};

test('a bolt goes into a file and comes back the same: document, log, snapshots, pictures; other readers can read it', async () => {
  const bytes = await written();
  // By another library: the type comes first, stored as it is.
  expect(new TextDecoder().decode(bytes.subarray(30, 30 + 8))).toBe('mimetype');
  const entries = unzipSync(bytes);
  expect(Object.keys(entries)).toEqual(['mimetype', 'project.json', 'log.csv', `assets/${asset}.png`]);
  expect(JSON.parse(new TextDecoder().decode(entries['project.json']))).toMatchObject({
    format: 1,
    project,
    log,
  });
  expect(await sha256Of(new Uint8Array(entries[`assets/${asset}.png`]))).toBe(asset);
  expect(await proveProjectFile(new Blob([bytes]))).toEqual({ assets: 1 });
  const before = await readAsset(asset);
  await forget();
  expect(await hasAsset(asset)).toBe(false);
  await takeProjectFile(await openProjectFile(new Blob([bytes])), 'one');
  const bolt = await readBolt('one');
  expect(bolt).toMatchObject({ project, log, steps: [] });
  expect(await readAsset(asset)).toEqual(before);
  expect((await listSnapshots('one')).map((s) => [s.name, s.project])).toEqual([['State 1', project]]);
});

test('beside the one that is there it is a bolt of its own', async () => {
  const bytes = await written();
  await takeProjectFile(await openProjectFile(new Blob([bytes])), 'two');
  expect((await readBolt('two'))?.project).toEqual({ ...project, id: 'two' });
  expect((await readBolt('one'))?.project).toEqual(project);
});

test.each([
  ['another zip', () => zipSync({ 'a.txt': strToU8('a') }), /no project file/],
  ['no zip at all', () => strToU8('kite'), /no project file/],
  ['half a file', (b: Uint8Array) => b.slice(0, b.length / 2), /cut short/],
  ['a later layout', (b: Uint8Array) => changed(b, 'project.json', '{"format":2}'), /newer Hexaplex/],
  ['a text that is none', (b: Uint8Array) => changed(b, 'project.json', 'kite'), /not in order/],
  [
    'a document of a later version',
    (b: Uint8Array) => changed(b, 'project.json', '"version":99', '"version":4'),
    /newer Hexaplex/,
  ],
  [
    'an asset that is named out of the file',
    (b: Uint8Array) => zipSync({ ...unzipSync(b), 'assets/../x.png': strToU8('x') }, { level: 0 }),
    /damaged/,
  ],
])('%s', async (_, spoil, says) => {
  const file = new Blob([new Uint8Array(spoil(await written()))]);
  await expect(openProjectFile(file)).rejects.toThrow(says);
});

test('a picture that is not what its hash says is refused, and the bolt that is there stays', async () => {
  const bytes = await written();
  const entries = unzipSync(bytes);
  entries[`assets/${asset}.png`][50] ^= 1;
  const file = new Blob([new Uint8Array(zipSync(entries, { level: 0 }))]);
  await expect(proveProjectFile(file)).rejects.toThrow(/not the one that it says/);
  await withDb((db) => db.clear('assets'));
  await expect(takeProjectFile(await openProjectFile(file), 'one')).rejects.toThrow(/not the one/);
  expect((await readBolt('one'))?.project).toEqual(project);
  delete entries[`assets/${asset}.png`];
  const lacking = new Blob([new Uint8Array(zipSync(entries, { level: 0 }))]);
  await expect(takeProjectFile(await openProjectFile(lacking), 'one')).rejects.toThrow(/missing/);
});

function changed(bytes: Uint8Array, name: string, to: string, from?: string): Uint8Array {
  const entries = unzipSync(bytes);
  const text = new TextDecoder().decode(entries[name]);
  return zipSync({ ...entries, [name]: strToU8(from ? text.replace(from, to) : to) }, { level: 0 });
}

test('a whole shelf goes into one file, each bolt a project file of its own', async () => {
  await writeBolt(newProject('two', 'Two'), []);
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const bolts = ['one', 'two'].map((id) => ({ id, name: id }));
  const [file] = await Promise.all([new Response(readable).blob(), writeShelfFile(bolts, writable)]);
  const names = Object.keys(unzipSync(new Uint8Array(await file.arrayBuffer())));
  expect(names).toEqual(['mimetype', 'bolts/1-one.hexaplex', 'bolts/2-two.hexaplex']);
  const inside = (await openShelfFile(file)) ?? [];
  const projects = await Promise.all(
    inside.map(async (open) => (await openProjectFile(await open())).project),
  );
  expect(projects).toEqual([project, newProject('two', 'Two')]);
  expect(await openShelfFile(new Blob([await written()]))).toBeNull();
  expect(await openShelfFile(new Blob(['kite']))).toBeNull();
});
