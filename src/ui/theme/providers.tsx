'use client';

import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { theme } from './theme';

// The page's policy forbids building code from strings.
z.config({ jitless: true });

const Notices = dynamic(() => import('./notices'), { ssr: false });

export default function Providers({ nonce, children }: { nonce: string; children: ReactNode }) {
  return (
    <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        <Notices nonce={nonce}>{children}</Notices>
      </ThemeProvider>
    </AppRouterCacheProvider>
  );
}
