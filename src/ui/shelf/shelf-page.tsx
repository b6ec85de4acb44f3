'use client';

import inBrowser from '../parts/in-browser';

export default inBrowser('The shelf', () => import('./shelf'));
