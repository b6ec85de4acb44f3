'use client';

import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { ReactNode } from 'react';
import { z } from 'zod';
import inBrowser from './parts/chrome/in-browser';
import { theme } from './theme/theme';

// The page's policy forbids building code from strings.
z.config({ jitless: true });

const Notices = inBrowser('The page', () => import('./theme/notices'));

export default function Providers({ nonce, children }: { nonce: string; children: ReactNode }) {
  return (
    <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        <Notices>{children}</Notices>
      </ThemeProvider>
    </AppRouterCacheProvider>
  );
}
