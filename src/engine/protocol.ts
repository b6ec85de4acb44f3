import type { Layout, Placed, Point, Reserved, Rgb, Scene, SceneGrain, Silhouette, Size } from '../core';

/**
 * Which art, at which ppi, from the inks it was drawn in to the inks it is wanted in (ground left out). Vector
 * art says how wide it is to be drawn, px.
 */
export type ArtRequest = {
  motif: string;
  asset: string;
  ppi: number;
  from: Rgb[];
  to: Rgb[];
  /** How much of the hand's texture each ink keeps, 0 to 1; left out: all of it. */
  texture?: number[];
  /** As the printer of the profile in the worker would print it; `warn`: what that changes much is marked. */
  proof?: Proof;
  drawWidth?: number;
  /** All of it in one ink, lighter and darker as it is. */
  tint?: Rgb;
};

/** What the lines of a picture hang on. */
export const linesKey = ({ asset, ppi, drawWidth }: Pick<ArtRequest, 'asset' | 'ppi' | 'drawWidth'>) =>
  `${asset}|${ppi}|${drawWidth ?? ''}`;
export const assetOfKey = (key: string) => key.split('|', 1)[0];

export type Proof = 'print' | 'warn';

/** How print is looked at: by an eye that has adapted to the paper, or as ink on this paper beside a screen's white. */
export type ProofSeen = 'eye' | 'paper';

/** What a printer changes by more than this, dE00, is far off: a warning marks it in this grey. */
export const FAR_OFF = 5;
export const MARKED = '#767a7e';

/** One piece of a motif that is put together: its art, how it lies about the middle, and the line that it is cut to, px of it. */
export type PieceRequest = { art: ArtRequest; placed: Placed; cut?: Point[] };

/** A cut-out picture as a file to keep, and a small bitmap to know it by. */
export type CutArt = {
  png: Uint8Array<ArrayBuffer>;
  sha256: string;
  width: number;
  height: number;
  thumb: ImageBitmap;
};

/** A file that was looked at: a page, a vector, or a layered picture. `ppi` null: the file does not say. */
export type Incoming = { sha256: string } & (
  | {
      kind: 'page';
      /** The format, by its name. */
      type: string;
      width: number;
      height: number;
      ppi: number | null;
      /** Where it says another ppi down than across. */
      down: number | null;
      /** Taken with a camera, not scanned. */
      camera: boolean;
    }
  | { kind: 'vector'; widthMm: number; heightMm: number; thumb: ImageBitmap }
  | {
      kind: 'layers';
      width: number;
      height: number;
      ppi: number | null;
      layers: (CutArt & { name: string; visible: boolean })[];
    }
);

/** How a page is to be shown: the whole picture it lies in, or part of the page (px of it), about `longSide` px fine. */
export type PageView =
  | { show: 'picture' }
  | {
      show: 'page' | 'dirt' | 'art' | 'pieces';
      longSide: number;
      region: { x: number; y: number; width: number; height: number };
    };

/** A scene as it travels to a worker: art by name, not by pixel. */
export type SceneRequest = {
  ground: Rgb | null;
  arts: ArtRequest[];
  placements: Placed[];
  split?: Scene['split'];
  layers?: Scene['layers'];
  grain?: SceneGrain;
  layout: Layout;
  cellMm: Size;
  ppi: number;
};

export type Progress = (share: number) => void;

/** What a written file was found to be when it was read back by another decoder. */
export type FileProof = {
  bytes: number;
  sha256: string;
  width: number;
  height: number;
  ppi: number;
  alpha: boolean;
  /** The block cut elsewhere and put back is the same picture, byte for byte. */
  joins: boolean;
  /** Every pixel read back is the one that was rendered. */
  faithful: boolean;
};

/** A page as it is shown: the bitmap, where its corner is on the page, and what was counted on the way. */
export type PageSight = {
  bitmap: ImageBitmap;
  factor: number;
  x: number;
  y: number;
  /** 64 steps from black to white. */
  histogram?: number[];
  /** Share of the paper that is not clean, and how many small marks are on it. */
  grey?: number;
  marks?: number;
  /** Share under a hard shadow. */
  shadow?: number;
  /** Boxes of the pieces, px of the page; a sentence when there are none. */
  boxes?: { x: number; y: number; width: number; height: number }[] | string;
};

/** What lies on the cloth, by silhouettes: enough to lay more and to measure gaps. `locked`: numbers that stay. */
export type LayRequest = {
  silhouettes: [motif: string, silhouette: Silhouette][];
  placements: Placed[];
  locked: number[];
  reserves: Reserved[];
  layout: Layout;
  cellMm: Size;
};

/** A grain as a bitmap of one block on the screen, to lay over the cloth. */
export type GrainRequest = { grain: SceneGrain; ground: Rgb; layout: Layout; cellMm: Size; ppi: number };
