import { from1 } from './from-1';
import { from2 } from './from-2';
import { from3 } from './from-3';
import type { Loose } from './loose';

/**
 * Each takes a document from the version of its number to the next. They are never changed, and use nothing that may:
 * what they stand on is the version that they were written for.
 */
export const MIGRATIONS: Record<number, (old: Loose) => Loose> = { 1: from1, 2: from2, 3: from3 };
