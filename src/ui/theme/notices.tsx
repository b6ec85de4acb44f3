'use client';

import { SnackbarProvider } from 'notistack';
import type { ReactNode } from 'react';

/** Short messages at the foot of the window; read out by screen readers. */
export default function Notices({ children }: { children: ReactNode }) {
  return (
    <SnackbarProvider
      maxSnack={2}
      autoHideDuration={7000}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
    >
      {children}
    </SnackbarProvider>
  );
}
