import type { GuideOutline } from './outline';

export const none: GuideOutline = { id: 'none', name: 'none', fitted: false, path: () => [] };
