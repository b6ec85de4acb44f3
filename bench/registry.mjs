/**
 * What is measured. Each bench is a separate program under bench/; `figures` are read out of what it prints. A figure with `beside`
 * is a ratio to a general library in the same run; `target` is what it should reach, in words where it is not a bound.
 */
const tsx = (file, ...args) => ['node_modules/tsx/dist/cli.mjs', `bench/${file}`, ...args];
const inBrowser = (file) => [`bench/${file}`];

/** Each match of a pattern as a number. */
const all = (pattern) => (out) => [...out.matchAll(pattern)].map((m) => Number(m[1]));
const share = (pattern) => (out) => [...out.matchAll(pattern)].map((m) => Number(m[1]) / Number(m[2]));

export const BENCHES = [
  {
    name: 'block',
    what: 'a block with 150 turned motifs as a PNG',
    run: tsx('block.ts'),
    figures: [
      { figure: 'time of a block', read: all(/libvips [\d.]+ s: ([\d.]+)/g), most: 0.7, beside: 'libvips' },
    ],
  },
  {
    name: 'sheets',
    what: 'a sheet of 18,000 px as PNG and TIFF, read back by libvips',
    run: tsx('sheets.ts'),
    figures: [
      {
        figure: 'time of a sheet',
        read: (out) => all(/([\d.]+)x faster/g)(out).map((x) => 1 / x),
        most: 0.7,
        beside: 'libvips',
      },
    ],
  },
  {
    name: 'pages',
    what: 'a page at 600 ppi to motifs, and fresh sheets with known pieces',
    run: tsx('pages.ts'),
    figures: [
      { figure: 'time of a page', read: all(/Ours ([\d.]+)x of OpenCV/g), most: 1.3, beside: 'OpenCV' },
      { figure: 'pieces whole', read: share(/(\d+) of (\d+) pieces whole/g), least: 0.98 },
    ],
  },
  {
    name: 'check',
    what: 'planted faults on fresh seeds by generator; joins; time of a full check',
    run: tsx('check.ts'),
    figures: [
      {
        figure: 'time of a full check',
        read: all(/: ([\d.]+) of the time in which libvips blurs/g),
        beside: 'libvips blur',
      },
      { figure: 'faults of the trainer found', read: all(/recall ([\d.]+), precision/g), least: 0.95 },
      { figure: 'faults found on other generators', read: share(/: (\d+) of (\d+) found;/g), least: 0.9 },
    ],
  },
  {
    name: 'colour',
    what: 'plates without a halo, thin lines, inks found, recolouring and proofing',
    run: tsx('colour.ts'),
    figures: [
      {
        figure: 'time of a recolour',
        read: all(/plain table look-up [\d.]+ ms, ratio ([\d.]+)/g),
        beside: 'a table look-up',
      },
      { figure: 'time of a soft proof', read: all(/one way [\d.]+ ms, ratio ([\d.]+)/g), beside: 'libvips' },
      { figure: 'pixels under 2 dE00, %', read: all(/halo, \d+ scenes: under 2 at ([\d.]+) %/g), least: 99 },
    ],
  },
  {
    name: 'gaps',
    what: 'gaps against shapes whose outlines are known, mm',
    run: tsx('gaps.ts'),
    figures: [{ figure: 'mean size of the error, mm', read: all(/mean size ([\d.]+)/g), most: 0.1 }],
  },
  {
    name: 'grounds',
    what: 'art off twelve coloured grounds, flat and washed',
    run: tsx('grounds.ts'),
    figures: [{ figure: 'pieces whole', read: share(/all: (\d+) of (\d+) whole/g), least: 0.95 }],
  },
  {
    name: 'returns',
    what: 'drawings that come back: named, laid, their edges',
    run: tsx('returns.ts'),
    figures: [],
  },
  {
    name: 'line',
    what: 'a scan split and a block composed, beside libvips',
    run: ['node_modules/vitest/vitest.mjs', 'bench', '--run'],
    figures: [],
  },
  {
    name: 'cloth',
    what: 'dragging, zooming and switching layout in the browser',
    run: inBrowser('cloth-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'pixels',
    what: 'fine lines reduced and turned, beside libvips and the exact picture',
    run: tsx('pixels.ts'),
    figures: [],
  },
  { name: 'lay', what: 'scatter and settle: time, evenness, smallest gap', run: tsx('lay.ts'), figures: [] },
  { name: 'tiles', what: 'washes and papers that do not repeat, joined', run: tsx('tiles.ts'), figures: [] },
  {
    name: 'pieces',
    what: 'drawings whose shapes are known, on six kinds of ground',
    run: tsx('pieces.ts'),
    figures: [],
  },
  { name: 'lift', what: '100 pieces lifted off drawings and laid back', run: tsx('lift.ts'), figures: [] },
  {
    name: 'flattened',
    what: 'cloths with planted faults as one picture, beside the same laid',
    run: tsx('flattened.ts'),
    figures: [],
  },
  { name: 'scans', what: 'scans of motifs drawn in seven manners', run: tsx('scans.ts'), figures: [] },
  { name: 'quarters', what: 'sheets cut in four and scanned', run: tsx('quarters.ts'), figures: [] },
  {
    name: 'drawing',
    what: 'a drawing of 3600 px with 80 pieces in the browser',
    run: inBrowser('drawing-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'drawn-on',
    what: 'a watched file, from its save to its judged version',
    run: inBrowser('drawn-on-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'size',
    what: 'the design at another size, as it is dragged',
    run: inBrowser('size-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'things',
    what: 'products with the cloth on them, first picture and changes',
    run: inBrowser('things-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'send',
    what: 'from the press to the proven file; how long the page is held up',
    run: inBrowser('send-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'browser',
    what: 'a page at 600 ppi in the browser: time, longest task, memory',
    run: inBrowser('page-in-browser.mjs'),
    figures: [],
  },
  {
    name: 'mutations',
    what: 'lines of the code broken one at a time: does a test fail?',
    run: inBrowser('mutations.mjs'),
    figures: [],
  },
  {
    name: 'kills',
    what: 'tabs killed in mid-edit: the oldest edit that is missing',
    run: tsx('keep/kills.mjs'),
    figures: [],
  },
  {
    name: 'faults',
    what: 'storage that is full, cleared, closed or taken over in mid-edit',
    run: tsx('keep/faults.mjs'),
    figures: [],
  },
  {
    name: 'shelf',
    what: 'a shelf of 200 bolts; a bolt of 60 motifs and 400 placements',
    run: tsx('keep/shelf.mjs'),
    figures: [],
  },
  {
    name: 'memory',
    what: 'memory of the browser with 60 motifs of 4 megapixels, then with one art of 100',
    run: tsx('keep/memory.mjs'),
    figures: [
      { figure: 'most memory, 60 motifs, MB', read: all(/60 motifs, most (\d+) MB/g), most: 900 },
      { figure: 'most memory, one of 100 megapixels, MB', read: all(/1 motif, most (\d+) MB/g), most: 700 },
    ],
  },
  {
    name: 'file',
    what: 'a bolt of 350 MB as a project file and back',
    run: tsx('keep/project-file.mjs'),
    figures: [],
  },
  {
    name: 'session',
    what: 'ten minutes of work: heap, nodes and listeners',
    run: tsx('keep/session.mjs'),
    figures: [],
  },
];
