import { z } from 'zod';

/** Fields that many parts of a document have. */
export const id = z.string().min(1).max(64);
export const sha = z.string().regex(/^[0-9a-f]{64}$/);
/** The name of something in a registry: a product, an outline, a finding. One that is not known does no harm. */
export const kind = z.string().min(1).max(64);
export const hex = z.string().regex(/^#[0-9a-f]{6}$/);
export const ppi = z.number().min(1).max(10000);
export const name = z.string().min(1).max(80);
export const opacity = z.number().min(0.02).max(1);
export const point = z.object({ x: z.number().min(-1e6).max(1e6), y: z.number().min(-1e6).max(1e6) });
export const percent = z.number().min(0).max(100);
export const shortMm = z.number().min(0).max(50);
/** A place on the cloth, mm. */
export const placeMm = z.number().min(-1e5).max(1e5);

/** How far art may be reduced or enlarged. */
export const SCALE = { least: 0.002, most: 200 } as const;
