import { registry } from '@/core';
import type { LayPart } from '@/session/cloth';
import AlternateSection from '../../parts/chrome/alternate-section';
import { idsOf, type Section } from '../../parts/chrome/sections';
import BackSection from './draw/back-section';
import CameBackSection from './draw/came-back';
import NextSection from './draw/next-section';
import OutSection from './draw/out-section';
import PaperSection from './draw/paper-section';
import VersionsSection from './draw/versions-section';
import Arrange from './parts/arrange';
import ComparePart from './parts/compare-part';
import GrainSection from './parts/grain-section';
import GuidesSection from './parts/guides-section';
import InHand from './parts/in-hand';
import LayersSection from './parts/layers-section';
import Place from './parts/place';
import RecutSection from './parts/recut-section';
import SnappingSection from './parts/snapping-section';

/** What Lay shows, part by part: each is one file and one line here. */
const SECTIONS: (Section & { part: LayPart })[] = [
  { id: 'in hand', part: 'place', View: InHand },
  { id: 'place', part: 'place', View: Place },
  { id: 'arrange', part: 'arrange', View: Arrange },
  { id: 'layers', part: 'cloth', View: LayersSection },
  { id: 'recut', part: 'cloth', View: RecutSection },
  { id: 'guides', part: 'cloth', View: GuidesSection },
  { id: 'snapping', part: 'cloth', View: SnappingSection },
  { id: 'alternate', part: 'cloth', View: AlternateSection },
  { id: 'grain', part: 'cloth', View: GrainSection },
  { id: 'came back', part: 'draw', View: CameBackSection },
  { id: 'out', part: 'draw', View: OutSection },
  { id: 'back', part: 'draw', View: BackSection },
  { id: 'paper', part: 'draw', View: PaperSection },
  { id: 'next', part: 'draw', View: NextSection },
  { id: 'versions', part: 'draw', View: VersionsSection },
  { id: 'compare', part: 'compare', View: ComparePart },
];

export const laySections = registry<Section>(SECTIONS, idsOf);
