import { registry } from '@/core';
import { idsOf, type Section } from '../../parts/chrome/sections';
import How from './how';
import { DirectionPart, InventoryPart } from './inventory';
import PiecesSection from './pieces-section';
import Practice from './practice';
import TileSection from './tile-section';
import WrapPart from './wrap-part';

/** What Check shows under the findings: each is one file and one line here. */
const SECTIONS: Section[] = [
  { id: 'pieces', View: PiecesSection },
  { id: 'wrap', View: WrapPart },
  { id: 'direction', View: DirectionPart },
  { id: 'inventory', View: InventoryPart },
  { id: 'how', View: How },
  { id: 'tile', View: TileSection },
  { id: 'practice', View: Practice },
];

export const checkSections = registry(SECTIONS, idsOf);
