import { registry } from '@/core';
import type { ColourPart } from '@/session/cloth';
import onProject from '../../parts/chrome/on-project';
import { idsOf, type Section } from '../../parts/chrome/sections';
import BriefPalette from './parts/brief-palette';
import InksPart from './parts/inks-part';
import ProofPart from './parts/proof-part';
import WallPart from './parts/wall-part';
import WaysPart from './parts/ways-part';

/**
 * What Colour shows, part by part: each is one file and one line here. Where colours are changed the cloth comes first:
 * the section is drawn a moment later.
 */
const SECTIONS: (Section & { part: ColourPart })[] = [
  { id: 'palette', part: 'inks', View: BriefPalette },
  { id: 'inks', part: 'inks', View: InksPart },
  { id: 'palette tried', part: 'ways', View: BriefPalette },
  { id: 'ways', part: 'ways', View: onProject(WaysPart) },
  { id: 'wall', part: 'wall', View: WallPart },
  { id: 'proof', part: 'proof', View: ProofPart },
];

export const colourSections = registry<Section>(SECTIONS, idsOf);
