import type { Layout, Placed, Rgb, Size } from '../core';

/** Which art, at which ppi, from the inks it was drawn in to the inks it is wanted in (ground left out). */
export type ArtRequest = { motif: string; asset: string; ppi: number; from: Rgb[]; to: Rgb[] };

/** A scene as it travels to a worker: art by name, not by pixel. */
export type SceneRequest = {
  ground: Rgb | null;
  arts: ArtRequest[];
  placements: Placed[];
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
