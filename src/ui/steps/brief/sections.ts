import { registry } from '@/core';
import AlternateSection from '../../parts/chrome/alternate-section';
import { idsOf, type Section } from '../../parts/chrome/sections';
import CompositionsSection from './compositions-section';
import GroundSection from './ground-section';
import LayoutSection from './layout-section';
import PaletteSection from './palette-section';
import PlanSection from './plan-section';
import PurposeSection from './purpose-section';
import SizeSection from './size-section';

/** What Brief asks for: each is one file and one line here. */
const SECTIONS: Section[] = [
  { id: 'purpose', View: PurposeSection },
  { id: 'palette', View: PaletteSection },
  { id: 'size', View: SizeSection },
  { id: 'layout', View: LayoutSection },
  { id: 'alternate', View: AlternateSection },
  { id: 'ground', View: GroundSection },
  { id: 'compositions', View: CompositionsSection },
  { id: 'plan', View: PlanSection },
];

export const briefSections = registry(SECTIONS, idsOf);
