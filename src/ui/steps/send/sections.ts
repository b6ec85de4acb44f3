import { registry } from '@/core';
import { idsOf, type Section } from '../../parts/chrome/sections';
import MoreSection from './more-section';
import OpenSection from './open-section';
import ProofSection from './proof-section';
import WhatSection from './what-section';

/** What Send asks and shows: each is one file and one line here. */
const SECTIONS: Section[] = [
  { id: 'what', View: WhatSection },
  { id: 'more', View: MoreSection },
  { id: 'open', View: OpenSection },
  { id: 'proof', View: ProofSection },
];

export const sendSections = registry(SECTIONS, idsOf);
