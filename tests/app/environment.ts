import { builtinEnvironments, type Environment } from 'vitest/runtime';

const { setup } = builtinEnvironments['happy-dom'];

/** What Node has itself stays Node's: its storage, channels and streams know no others. */
const NODES = [
  'Blob',
  'File',
  'Response',
  'Request',
  'Headers',
  'AbortController',
  'AbortSignal',
  'ReadableStream',
  'WritableStream',
  'TransformStream',
] as const;

/** happy-dom, with Node beside it: the tests read the project's files. */
export default {
  name: 'page',
  viteEnvironment: 'ssr',
  async setup(global, options) {
    const own = NODES.map((name) => [name, global[name]]);
    const page = await setup(global, options);
    Object.assign(global, Object.fromEntries(own));
    return page;
  },
} satisfies Environment;
