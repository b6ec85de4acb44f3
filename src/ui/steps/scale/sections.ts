import { registry } from '@/core';
import { idsOf, type Section } from '../../parts/sections';
import CutSection from './cut-section';
import DesignSize from './design-size';
import FitScreen from './fit-screen';
import MotifSizes from './motif-sizes';
import ProductsSection from './products-section';
import SizesSection from './sizes-section';
import TestPrintSection from './test-print-section';
import WallSection from './wall-section';
import WidthsSection from './widths-section';

/** What Scale shows: each is one file and one line here. */
const SECTIONS: Section[] = [
  { id: 'screen', View: FitScreen },
  { id: 'design size', View: DesignSize },
  { id: 'widths', View: WidthsSection },
  { id: 'sizes', View: SizesSection },
  { id: 'motif sizes', View: MotifSizes },
  { id: 'products', View: ProductsSection },
  { id: 'test print', View: TestPrintSection },
  { id: 'wall', View: WallSection },
  { id: 'cut', View: CutSection },
];

export const scaleSections = registry(SECTIONS, idsOf);
