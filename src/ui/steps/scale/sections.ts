import { registry } from '@/core';
import type { ScalePart } from '@/session/cloth';
import { idsOf, type Section } from '../../parts/chrome/sections';
import AcrossSection from './across-section';
import CutSection from './cut-section';
import DesignSize from './design-size';
import FitScreen from './fit-screen';
import PixelsSection from './pixels-section';
import ProductsSection from './products-section';
import ShrinkSection from './shrink-section';
import SizesSection from './sizes-section';
import TestPrintSection from './test-print-section';
import BoardSection from './things/board-section';
import ThingsSection from './things/things-section';
import TurnSection from './turn-section';
import WallSection from './wall-section';
import WidthsSection from './widths-section';

/** What Scale shows, part by part: each is one file and one line here. */
const SECTIONS: (Section & { part: ScalePart })[] = [
  { id: 'design size', part: 'size', View: DesignSize },
  { id: 'sizes', part: 'size', View: SizesSection },
  { id: 'widths', part: 'size', View: WidthsSection },
  { id: 'turn', part: 'size', View: TurnSection },
  { id: 'screen', part: 'size', View: FitScreen },
  { id: 'products', part: 'print', View: ProductsSection },
  { id: 'pixels', part: 'print', View: PixelsSection },
  { id: 'test print', part: 'print', View: TestPrintSection },
  { id: 'shrinkage', part: 'print', View: ShrinkSection },
  { id: 'across', part: 'cut', View: AcrossSection },
  { id: 'wall', part: 'cut', View: WallSection },
  { id: 'cut', part: 'cut', View: CutSection },
  { id: 'things', part: 'things', View: ThingsSection },
  { id: 'board of things', part: 'things', View: BoardSection },
];

export const scaleSections = registry<Section>(SECTIONS, idsOf);
