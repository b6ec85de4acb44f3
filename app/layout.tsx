import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/spline-sans-mono/wght.css';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import Providers from '@/ui/providers';

export const metadata: Metadata = {
  title: 'Hexaplex',
  description: 'Seamless repeats: laid, measured, checked, coloured and sent.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? '';
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        {/* The message package asks for the nonce before it is loaded. */}
        <script
          nonce={nonce}
          // biome-ignore lint/security/noDangerouslySetInnerHtml: a nonce of our own making, base64 only.
          dangerouslySetInnerHTML={{ __html: `window.__nonce__=${JSON.stringify(nonce)}` }}
        />
        <Providers nonce={nonce}>{children}</Providers>
      </body>
    </html>
  );
}
