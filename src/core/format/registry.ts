import { registry } from '../units';
import { css } from './css';
import type { FileFormat } from './format';
import { jpeg } from './jpeg';
import { ora } from './ora';
import { pdf } from './pdf';
import { png } from './png';
import { svg } from './svg';
import { tiff } from './tiff';
import { webp } from './webp';

/** Every format of picture files: each is one folder and one line here. */
const FORMATS: readonly FileFormat[] = [png, jpeg, webp, tiff, svg, pdf, ora, css];

export const formats = registry(FORMATS, (f) => [f.id]);

/** The format that a file begins as; undefined for one that is not known. */
export const formatOf = (bytes: Uint8Array): FileFormat | undefined => formats.all().find((f) => f.is(bytes));
