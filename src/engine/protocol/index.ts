import type {
  FirstLook,
  Layout,
  Placed,
  Point,
  Raster,
  Reserved,
  Rgb,
  Scene,
  SceneGrain,
  SheetAsk,
  Silhouette,
  Size,
} from '../../core';

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
  /** Its thinnest line, mm at scale 1, where that was measured before. */
  lineMm?: number;
  /** All of it in one ink, lighter and darker as it is. */
  tint?: Rgb;
};

/** What the lines of a picture hang on. */
export const linesKey = ({ asset, ppi, drawWidth }: Pick<ArtRequest, 'asset' | 'ppi' | 'drawWidth'>) =>
  `${asset}|${ppi}|${drawWidth ?? ''}`;

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
      show: 'page' | 'dirt' | 'art' | 'beside' | 'pieces';
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

/** What lies in which ink: for each art the ink of each colour, those that the ground is split in, and all, the ground first. */
export type InksAsk = { inkOf: number[][]; groundInks: number[]; inks: { name: string; rgb: Rgb }[] };

/**
 * What is written: in which format, a sheet (px, with its bleed) or the block (null), from where on the cloth, px of the print, turned
 * by so many quarters clockwise.
 */
export type SendAsk = {
  format: string;
  sheet: { width: number; height: number } | null;
  from: { x: number; y: number };
  turn?: 0 | 1 | 2 | 3;
  /** As shapes, where the art is shapes and the format has them. */
  shapes?: boolean;
  /** In the inks of a printer, whose profile is given. */
  cmyk?: boolean;
  /** One motif or one ink by itself, in grey tones: black where it is full. */
  alone?: { motif: string } | ({ ink: number } & InksAsk);
  /** The picture in layers: one for each motif (by these names), one for each ink, or an empty one above it. */
  layers?: { motifs: { id: string; name: string }[] } | InksAsk | 'empty';
  /** What is to be drawn next, over an empty layer; no part of the picture. */
  guide?: Raster;
} & Pick<SheetAsk, 'about' | 'profile' | 'unpacked' | 'bleed' | 'marks' | 'font'>;

/** What a written file was found to be when it was read back by another decoder. */
export type FileProof = {
  bytes: number;
  sha256: string;
  crc: number;
  width: number;
  height: number;
  ppi: number;
  alpha: boolean;
  /** The cloth cut elsewhere and put back is the same picture, byte for byte, and so is every repeat of it in a sheet. */
  joins: boolean;
  /** Every pixel read back is the one that was rendered; of a format that loses some, nearly. */
  faithful: boolean;
  /** Its layers laid over each other, lowest first: how many, how far off the picture, levels, and the share of it that is over 2 off. */
  layers?: { count: number; mean: number; apart: number };
  /** It is of shapes, and was drawn by another program to be held against the cloth. */
  shapes?: true;
  /** How far off its pixels are where a format loses some, levels. */
  error?: { mean: number; most: number };
};

/** A page as it is shown: the bitmap, where its corner is on the page, and what was counted on the way. */
export type PageSight = {
  bitmap: ImageBitmap;
  factor: number;
  x: number;
  y: number;
  /** The same part as it came, before anything was done to it. */
  before?: ImageBitmap;
  /** 64 steps from black to white. */
  histogram?: number[];
  /** Share of the paper that is not clean, and how many small marks are on it. */
  grey?: number;
  marks?: number;
  /** Share under a hard shadow. */
  shadow?: number;
  /** Boxes of the pieces, px of the page; a sentence when there are none. */
  boxes?: { x: number; y: number; width: number; height: number }[] | string;
  /** Paper that the art shuts in, largest first; only the first so many are shown. */
  shutIn?: ShutInSight[];
};

/** What a page seems to be, and in how many places its art shuts paper in, or nearly. */
export type PageLook = FirstLook & { shutIn: number };

/** Paper that is shut in, as it is seen: a place in it, px of the page, its size, and whether it is taken away by which of the clicks. */
export type ShutInSight = {
  at: { x: number; y: number };
  widthMm: number;
  heightMm: number;
  /** Nearly shut in: it went with the paper unless it is given back. */
  open: boolean;
  taken: boolean;
  clicks: number[];
  picture: ImageBitmap;
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
