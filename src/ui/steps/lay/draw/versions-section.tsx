'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import type { Project } from '@/core';
import { goBack, pictureFile, type Snapshot, useSnapshots } from '@/session/bolt';
import { judgedText, versionsOf } from '@/session/check';
import { useSession } from '@/session/kernel';
import { shortMomentText } from '../../../parts/chrome/dates';
import { Part } from '../../../parts/chrome/tray';
import { useObjectUrl } from '../../../parts/chrome/use-object-url';

/** A picture that is kept by its name. */
function useKept(asset: string | undefined): string {
  const [picture, setPicture] = useState<Blob>();
  useEffect(() => {
    let wanted = true;
    if (asset)
      void pictureFile(asset).then((file) => {
        if (wanted) setPicture(file);
      });
    return () => {
      wanted = false;
    };
  }, [asset]);
  return useObjectUrl(picture);
}

/** So many findings are told of a version; the rest are counted. */
const TOLD = 3;

function Told({ what, findings, color }: { what: string; findings: { title: string }[]; color: string }) {
  if (!findings.length) return null;
  const titles = findings.slice(0, TOLD).map((f) => f.title);
  const more = findings.length > TOLD ? [`${findings.length - TOLD} more`] : [];
  return (
    <Typography variant="body2" color={color}>
      {what}: {[...titles, ...more].join('; ')}.
    </Typography>
  );
}

function Version({ version, before, now }: { version: Snapshot; before?: Snapshot; now: boolean }) {
  const bolt = useSession();
  const { name, at, project, sentAt } = version;
  const url = useKept(project.drawnOn.picture ?? project.drawnOn.out?.asset);
  const { score, gone, fresh } = judgedText(version, before);
  const compare = useSnapshots((s) => s.compare);
  const beside = compare?.a === version.id;
  return (
    <Box
      data-testid="version"
      sx={{
        display: 'grid',
        gridTemplateColumns: '84px minmax(0, 1fr)',
        gap: 1.25,
        borderTop: 1,
        borderColor: 'divider',
        py: 1.25,
      }}
    >
      <Box sx={{ width: 84, height: 84, bgcolor: 'action.hover', borderRadius: 0.75, overflow: 'hidden' }}>
        {url && (
          <Box
            component="img"
            src={url}
            alt={`${name}, one repeat`}
            sx={{ width: 84, height: 84, objectFit: 'cover' }}
          />
        )}
      </Box>
      <Box sx={{ minWidth: 0 }}>
        <Typography sx={{ fontWeight: 650, lineHeight: 1.2 }}>
          {name}
          {now ? ', on the cloth' : ''}
        </Typography>
        <Typography variant="caption" color="text.secondary">
          {shortMomentText(at)}
          {sentAt ? ', sent to print' : ''}
        </Typography>
        <Typography variant="body2">{score}</Typography>
        <Told what="Gone" findings={gone} color="success.main" />
        <Told what="New" findings={fresh} color="warning.main" />
        {!now && (
          <Box sx={{ display: 'flex', gap: 0.5, ml: -1 }}>
            <Button
              aria-label={`Wipe between ${name} and the cloth`}
              aria-pressed={beside}
              onClick={() =>
                useSnapshots.setState({
                  compare: beside ? null : { a: version.id, b: null, way: 'wipe', shows: 'a', wipe: 0.5 },
                })
              }
            >
              Compare
            </Button>
            <Button aria-label={`Go back to ${name}`} onClick={() => goBack(bolt, version)}>
              Go back
            </Button>
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** Every version of a cloth that was drawn on, the newest first: how it was judged, and against the one before. */
export default function VersionsSection({ project }: { project: Project }) {
  const list = versionsOf(useSnapshots((s) => s.list));
  if (!list.length) return null;
  const shown = [...list].reverse();
  const { picture, version } = project.drawnOn;
  const now = shown.find(
    (s) => s.project.drawnOn.picture === picture && s.project.drawnOn.version === version,
  );
  return (
    <Part title="Versions">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 0.5 }}>
        Kept by themselves. Under Compare any two blink, wipe or lie side by side.
      </Typography>
      {shown.map((s, n) => (
        <Version key={s.id} version={s} before={shown[n + 1]} now={s === now} />
      ))}
    </Part>
  );
}
