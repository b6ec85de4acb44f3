/** The least that a print holds: ppi of the art, thinnest line and smallest gap in mm. */
export type Wants = { ppi: number; lineMm: number; gapMm: number };

/** Something that the cloth is printed for. */
export type Product = {
  id: string;
  name: string;
  /** What it is made of, as a sentence begins: "Cloth wants 150 ppi". */
  material: string;
  wants: Wants;
};
