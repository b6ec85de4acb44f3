import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { PictureRefused } from './refused';

export type XmlNode = Record<string, unknown>;

export const attributesOf = (n: XmlNode) => (n[':@'] ?? {}) as Record<string, string>;
export const nameOf = (n: XmlNode) => Object.keys(n).find((k) => k !== ':@') ?? '';
export const childrenOf = (n: XmlNode) => (Array.isArray(n[nameOf(n)]) ? (n[nameOf(n)] as XmlNode[]) : []);

/**
 * A small XML document as nested nodes in order, prefixes taken off.
 * @throws PictureRefused, with the words given, when it is not well-formed or nested too deep.
 */
export function readXml(text: string, otherwise: string): XmlNode[] {
  try {
    if (XMLValidator.validate(text) !== true) throw new Error('not well-formed');
    return new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      removeNSPrefix: true,
      processEntities: { enabled: true, maxExpansionDepth: 1, maxTotalExpansions: 100_000 },
    }).parse(text);
  } catch {
    throw new PictureRefused(otherwise);
  }
}
