import {
  fileSizeText as fileSize,
  type LengthUnit,
  nth,
  sizeText as size,
  trimmed as trim,
} from '../../core';
import type { FileProof } from '../cloth';

/** What was sent: the file that was saved, which is the one that was made or the zip of all, and what each was found to be. */
export type Sent = {
  name: string;
  file: Blob;
  /** When, ISO. */
  at: string;
  files: { name: string; text: string; proof: FileProof }[];
  asked: { width: number; height: number; ppi: number };
  what: 'block' | 'cell' | 'sheet';
  /** Why it could not be written where it was to go; it is still here. */
  unsaved?: string;
};

/** A sentence of a proof, and whether it holds; null: it is only told. */
export type Line = [holds: boolean | null, text: string];

/** What was found when the files were read back: the same on the screen, in the log and in the certificate. */
export function proofLines({ files, asked, what }: Sent): Line[] {
  const proofs = files.map((f) => f.proof);
  const all = (is: (proof: FileProof) => boolean) => proofs.every(is);
  const first = nth(proofs, 0);
  const where = files.length > 1 ? `Size in each of ${files.length} files` : 'Size';
  return [
    [
      all((p) => p.width === asked.width && p.height === asked.height),
      `${where}: ${first.width} x ${first.height} px`,
    ],
    [all((p) => p.ppi === asked.ppi), `In the file: ${first.ppi} ppi`],
    ...(first.error ? nearly(proofs) : exactly(proofs, what)),
    ...layered(proofs),
  ];
}

function exactly(proofs: FileProof[], what: Sent['what']): Line[] {
  const joins: Line = [
    proofs.every((p) => p.joins),
    what === 'sheet'
      ? 'Joins: every repeat is the same to the byte, cut through the middle too'
      : what === 'block'
        ? 'Joins: cut through the middle it is the same to the byte'
        : 'The cloth cut elsewhere is the same there to the byte',
  ];
  return [[proofs.every((p) => p.faithful), 'Every pixel read back is the one that was rendered'], joins];
}

/** A format that loses some changes pixels a little, so its joins too. */
function nearly(proofs: FileProof[]): Line[] {
  const errors = proofs.flatMap((p) => p.error ?? []);
  const [mean, most] = [Math.max(...errors.map((e) => e.mean)), Math.max(...errors.map((e) => e.most))];
  if (proofs.some((p) => p.shapes))
    return [
      [
        proofs.every((p) => p.faithful && p.joins),
        `Drawn by another program, through the joins, it is ${trim(mean, 2)} levels of 255 off in the middle: edges of shapes come out a little otherwise in each`,
      ],
    ];
  return [
    [
      proofs.every((p) => p.faithful && p.joins),
      `Read back it is ${trim(mean, 2)} levels of 255 off in the middle, ${most} at most, joins too: a JPEG is never exact`,
    ],
  ];
}

/** Layers are not the picture to the byte where motifs lie over each other in turns, under a glaze, with grain, or where inks have tones: that is told, and is no fault. */
function layered(proofs: FileProof[]): Line[] {
  return proofs.flatMap(({ layers }): Line[] => {
    if (!layers) return [];
    const { count, mean, apart } = layers;
    const off =
      apart === 0
        ? 'laid over each other they are the picture'
        : `laid over each other they are the picture but for ${trim(apart * 100, 1)} % of it, ${trim(mean, 2)} levels of 255 off in the middle`;
    return [[apart === 0 ? true : null, `${count} layers, each read back; ${off}`]];
  });
}

/** Whether all of it holds, in a few words for the log. */
export const shortProof = (sent: Sent): string =>
  proofLines(sent).every(([holds]) => holds !== false) ? 'Read back: as asked.' : 'Read back: NOT as asked.';

/** The certificate as a file: what was sent, when, and what each file was found to be. */
export function certificate(design: string, sent: Sent, unit: LengthUnit): string {
  const { asked, files, name, at, file } = sent;
  const mm = (px: number) => (px / asked.ppi) * 25.4;
  return [
    `${design}: certificate of a file that was sent`,
    `${name}, ${fileSize(file.size)}, ${at}`,
    `${asked.width} x ${asked.height} px, ${size(mm(asked.width), mm(asked.height), unit)} at ${asked.ppi} ppi`,
    '',
    ...proofLines(sent).map(([holds, text]) => `${holds === null ? '   ' : holds ? 'yes' : 'NO '}  ${text}`),
    '',
    ...files.flatMap((f) => [f.name, `  ${f.text}`, `  ${f.proof.bytes} bytes, SHA-256 ${f.proof.sha256}`]),
    '',
  ].join('\n');
}
