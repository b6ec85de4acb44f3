import { registry } from '@/core';
import { idsOf, type Section } from '../../parts/sections';
import FitScreen from './fit-screen';
import MotifSizes from './motif-sizes';
import ProductsSection from './products-section';
import ThreeSizes from './three-sizes';

/** What Scale shows: each is one file and one line here. */
const SECTIONS: Section[] = [
  { id: 'screen', View: FitScreen },
  { id: 'three sizes', View: ThreeSizes },
  { id: 'motif sizes', View: MotifSizes },
  { id: 'products', View: ProductsSection },
];

export const scaleSections = registry(SECTIONS, idsOf);
