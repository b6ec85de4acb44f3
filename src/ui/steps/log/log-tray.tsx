'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useBolt } from '@/session/bolt';
import { momentText } from '../../parts/chrome/dates';
import Tray from '../../parts/chrome/tray';
import { fileSize } from '../../parts/fields/lengths';
import { FIGURES } from '../../theme/theme';

export default function LogTray() {
  const log = useBolt((s) => s.log);
  return (
    <Tray title="Log" summary="What happened to this bolt, kept by itself.">
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {[...log].reverse().map((entry, n) => (
          <Box
            component="li"
            data-testid="log-entry"
            // biome-ignore lint/suspicious/noArrayIndexKey: the log only ever grows.
            key={log.length - n}
            sx={{ borderTop: 1, borderColor: 'divider', py: 1.25 }}
          >
            <Typography variant="caption" color="text.secondary">
              {momentText(entry.at)}
            </Typography>
            <Typography variant="body2">{entry.text}</Typography>
            {entry.sha256 && (
              <Typography
                sx={{
                  fontFamily: FIGURES,
                  fontSize: 11.5,
                  overflowWrap: 'anywhere',
                  color: 'text.secondary',
                  mt: 0.5,
                }}
              >
                {entry.bytes ? `${fileSize(entry.bytes)}, ` : ''}SHA-256 {entry.sha256}
              </Typography>
            )}
          </Box>
        ))}
      </Box>
    </Tray>
  );
}
