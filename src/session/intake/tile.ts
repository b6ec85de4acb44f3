import {
  type Art,
  addLayer,
  cellOf,
  type Depth,
  type Edit,
  hexOfRgb,
  type IntakeSettings,
  isBare,
  LIMITS,
  MM_PER_INCH,
  type Motif,
  type Project,
  repeatBlock,
  replaceArt,
  Said,
  setBrief,
  setGroundInk,
  several,
  type TileLayer,
} from '../../core';
import {
  blotAt,
  letGoOfTile,
  mendTile,
  type SeenTile,
  type TileFile,
  type TileMending,
  takeTile,
  tileFile,
} from '../../engine';
import { putAsset } from '../../shelf';
import { edit, record, useBolt } from '../bolt';
import type { Session } from '../kernel';
import { runJob } from '../kernel';
import type { IncomingPage, Origin } from './intake';
import { keepPage, pictureOf } from './picture';

export { blotAt, letGoOfTile, type SeenTile, type TileMending, tileFile };

/** A finished tile from elsewhere, taken in to be looked at or mended, as a job. */
export const TILE = 'tile';

export const readTile = (bolt: Session, file: TileFile) =>
  runJob(bolt, TILE, 'Looking at the joins.', (work) => takeTile(file, work));

export const mendTileNow = (bolt: Session, file: TileFile, mending: TileMending) =>
  runJob(bolt, TILE, 'Mending the tile.', (work) => mendTile(file, mending, work));

/** Keeping a tile as a job that goes on when the bolt is left. */
export const layTileNow = (bolt: Session, lay: () => Promise<boolean>) =>
  runJob(bolt, TILE, 'Laying the tile.', lay, { goesOn: true });

/** The tile of a page: its picture as it came, and where the tile is in it. */
export const tileOf = ({ bytes }: IncomingPage, { corners, aspect }: IntakeSettings): TileFile => ({
  bytes,
  corners,
  aspect,
});

/** Where a tile lies: as the cloth itself, one to a cell; under all that is laid, or over it. */
export type TileUse = 'cloth' | 'under' | 'over';

/** What is said of a tile as it is laid: how wide it is printed, what it is used as, and in which colours. */
export type TileLaid = { widthMm: number; heightMm: number; use: TileUse; colour: TileLayer['colour'] };

/** How a tile of the bolt was mended. */
export function mendingOf({ art }: Motif): TileMending {
  if (art.kind !== 'mended') return { wrap: null, blots: [] };
  const { evenLight, cut, overlap, blots } = art;
  return { wrap: evenLight || cut ? { evenLight, cut, overlap } : null, blots };
}

/** How a tile came to be what it is: the file, and what was mended. */
const artOf = (from: string, { wrap, blots }: TileMending): Art => ({
  kind: 'mended',
  from,
  evenLight: wrap?.evenLight ?? false,
  cut: wrap?.cut ?? false,
  overlap: wrap?.overlap ?? 0.08,
  blots,
});

/** Keeps the tile that is in hand as a picture of the bolt, and lays it. */
export async function layTile(
  bolt: Session,
  page: IncomingPage,
  settings: IntakeSettings,
  mending: TileMending,
  { widthMm, heightMm, use, colour }: TileLaid,
  origin: Origin,
): Promise<boolean> {
  const made = await tileFile(tileOf(page, settings), mending, 300);
  const { width, height, ground } = made;
  const ppi = (width / widthMm) * MM_PER_INCH;
  for (const side of [widthMm, heightMm]) {
    if (side < LIMITS.minMm || side > LIMITS.maxMm)
      throw new Said(
        `A tile of ${Math.round(widthMm)} x ${Math.round(heightMm)} mm cannot be laid: each side is from ${LIMITS.minMm} to ${LIMITS.maxMm} mm. Give it another width.`,
      );
  }
  await keepPage(page);
  await putAsset(made.sha256, new Blob([made.png], { type: 'image/png' }));
  const sheet = { id: crypto.randomUUID(), name: page.name.slice(0, 80), asset: page.sha256, ppi, settings };
  const art = { asset: made.sha256, width, height, ppi, sheet: sheet.id, art: artOf(page.sha256, mending) };
  const picture = pictureOf(page, art, origin);
  const depth: Depth = use === 'over' ? 'over' : 'under';
  const { project } = useBolt.of(bolt).getState();
  if (project && use !== 'cloth') refuseLarger(project, widthMm, heightMm);
  const ok = edit(bolt, (p) => {
    const asCloth: Edit[] = use === 'cloth' ? [setBrief({ widthMm, heightMm })] : [];
    const inks: Edit[] = use === 'cloth' && isBare(p) ? [setGroundInk(hexOfRgb(ground))] : [];
    const layer: TileLayer = {
      kind: 'tile',
      id: crypto.randomUUID(),
      picture: picture.id,
      size: use === 'cloth' ? null : { widthMm, heightMm },
      colour,
      ...(use === 'over' ? { blend: 'multiply' as const } : {}),
    };
    return several('Tile taken in', [...asCloth, ...inks, addLayer(picture, layer, depth, sheet)]);
  });
  if (ok)
    record(bolt, {
      kind: 'motifs',
      text: `${picture.name} taken in as a tile, ${Math.round(widthMm)} x ${Math.round(heightMm)} mm.`,
      sha256: page.sha256,
      bytes: page.bytes.length,
    });
  return ok;
}

/** A tile larger than the repeat block would never be seen whole. */
function refuseLarger({ brief, layout }: Project, widthMm: number, heightMm: number) {
  const block = repeatBlock(layout, cellOf({ brief }));
  const past = 1.001;
  if (widthMm <= block.width * past && heightMm <= block.height * past) return;
  const mm = (w: number, h: number) => `${Math.round(w)} x ${Math.round(h)} mm`;
  throw new Said(
    `This tile is ${mm(widthMm, heightMm)}, and what repeats on this cloth only ${mm(block.width, block.height)}: it would be cut off. Lay it smaller, or make the cell larger first.`,
  );
}

/** Mends a tile of the bolt anew from the file that it came from: every layer that shows it follows. */
export async function mendAgain(
  bolt: Session,
  picture: Motif,
  page: IncomingPage,
  settings: IntakeSettings,
  mending: TileMending,
) {
  const made = await tileFile(tileOf(page, settings), mending, picture.ppi);
  await putAsset(made.sha256, new Blob([made.png], { type: 'image/png' }));
  const { width, height } = made;
  const ppi = (picture.ppi * width) / picture.width;
  const art = {
    asset: made.sha256,
    width,
    height,
    ppi,
    sheet: picture.sheet,
    art: artOf(page.sha256, mending),
  };
  return edit(bolt, replaceArt(picture.id, art));
}
