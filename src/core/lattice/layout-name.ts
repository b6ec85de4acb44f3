/** What layouts are called. */
export const LAYOUT_NAME = {
  straight: 'Straight',
  'half-drop': 'Half-drop',
  brick: 'Brick',
  diamond: 'Diamond',
} as const;
