'use client';

import inBrowser from './parts/chrome/in-browser';

export default inBrowser('The bolt', () => import('./editor'));
