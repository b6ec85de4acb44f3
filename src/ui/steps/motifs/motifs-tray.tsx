'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useCallback, useDeferredValue, useEffect, useState } from 'react';
import { counted, type PageDraft, PictureRefused, productOf, type Sheet, shownGround } from '@/core';
import { useBolt } from '@/session/bolt';
import {
  dropDraft,
  type IncomingFile,
  type IncomingLayers,
  type IncomingPage,
  keepVector,
  PAGE,
  readDraft,
  sheetFile,
  TILE,
} from '@/session/intake';
import { useBusy, useSession } from '@/session/kernel';
import lazyPart from '../../parts/chrome/lazy-part';
import Tray, { Part } from '../../parts/chrome/tray';
import { trim } from '../../parts/fields/lengths';
import IntakeBox from './intake-box';
import MotifCard from './motif-card';
import PictureRow from './picture-row';
import { SORTS, type Sort, shelfRows } from './shelf-row';

const PageRoom = lazyPart(() => import('./page-room/page-room'));
const LayersRoom = lazyPart(() => import('./layers-room'));
const PartsRoom = lazyPart(() => import('./parts-room'));
const MotifRoom = lazyPart(() => import('./motif-room/motif-room'));
const MotifTable = lazyPart(() => import('./motif-table'));

/** What stands open over the cloth, one after the other. */
type Open =
  | { is: 'page'; page: IncomingPage; sheet?: Sheet; draft?: PageDraft; replaces?: string }
  | { is: 'layers'; file: IncomingLayers }
  | { is: 'parts'; pages: IncomingPage[] };

/** Pages of one size that came together may be parts of one motif. */
function roomsFor(files: IncomingFile[]): Open[] {
  const pages = files.filter((f) => f.kind === 'page');
  const [first, ...rest] = pages;
  const alike =
    first && rest.length > 0 && rest.every((p) => p.width === first.width && p.height === first.height);
  return [
    ...(alike ? [{ is: 'parts' as const, pages }] : pages.map((page) => ({ is: 'page' as const, page }))),
    ...files.filter((f) => f.kind === 'layers').map((file) => ({ is: 'layers' as const, file })),
  ];
}

export default function MotifsTray() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const [rooms, setRooms] = useState<Open[]>([]);
  const [opened, setOpened] = useState<string | null>(null);
  const [table, setTable] = useState(false);
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<Sort>('order');
  const wanted = useDeferredValue(search);
  const { enqueueSnackbar } = useSnackbar();

  const onFiles = useCallback(
    async (files: IncomingFile[]) => {
      for (const f of files) {
        if (f.kind === 'vector' && (await keepVector(bolt, f)))
          enqueueSnackbar(`${f.name} is on the shelf, as a vector.`);
      }
      setRooms((all) => [...all, ...roomsFor(files)]);
    },
    [bolt, enqueueSnackbar],
  );
  const id = project?.id;
  const [draft, setDraft] = useState<PageDraft | null>(null);
  // A page that is being kept since the bolt was left is not offered; if it was not kept in the end, it is.
  const keeping = [useBusy(PAGE), useBusy(TILE)].some(Boolean);
  useEffect(() => {
    if (id && !keeping) readDraft(id).then(setDraft, () => {});
  }, [id, keeping]);
  const goOn = async (from: PageDraft) => {
    setDraft(null);
    try {
      const page = await sheetFile(from);
      const sheet = project?.sheets.find((s) => s.id === from.sheet);
      setRooms((all) => [...all, { is: 'page', page, sheet, draft: from, replaces: from.replaces }]);
    } catch {
      enqueueSnackbar('This page is not on this machine any more.', { variant: 'warning' });
    }
  };
  const reopen = async (sheet: Sheet) => {
    try {
      const page = await sheetFile(sheet);
      setRooms((all) => [...all, { is: 'page', page, sheet }]);
    } catch (error) {
      enqueueSnackbar(
        error instanceof PictureRefused ? error.message : 'This page is not on this machine any more.',
        {
          variant: 'warning',
        },
      );
    }
  };

  if (!project) return null;
  const rows = shelfRows(project, wanted, sort);
  const asking = project.motifs.filter((m) => m.permission === 'ask').length;
  const idle = project.motifs.filter((m) => !project.placements.some((p) => p.motif === m.id)).length;
  const done = () => {
    setDraft(null);
    setRooms((all) => all.slice(1));
  };
  const room = rooms[0];
  const summary = project.motifs.length
    ? `${project.motifs.length} on the shelf${idle ? `, ${idle} not laid yet` : ', all of them laid'}.${asking ? ` ${asking} to be asked about.` : ''}`
    : project.pictures.length
      ? `${counted(project.pictures.length, 'drawing or tile', 'drawings and tiles')} on the cloth; motifs can be laid with it.`
      : 'Bring in a scan, a drawing or a tile; motifs are cut out for you.';
  return (
    <Tray title="Motifs" summary={summary}>
      {draft && !rooms.length && !keeping && (
        <Box sx={{ borderLeft: 3, borderColor: 'warning.main', pl: 1.5, display: 'grid', gap: 0.75 }}>
          <Typography variant="body2">
            {draft.name} was on its way in when this window was closed. All that was marked on it is kept.
          </Typography>
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button variant="contained" onClick={() => goOn(draft)}>
              Go on with it
            </Button>
            <Button
              onClick={() => {
                setDraft(null);
                void dropDraft(project.id);
              }}
            >
              Leave it
            </Button>
          </Box>
        </Box>
      )}
      <IntakeBox onFiles={onFiles} />
      {project.motifs.length > 0 && (
        <Box sx={{ display: 'grid', gap: 1.25 }}>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            <TextField
              label="Search"
              type="search"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
            <TextField select label="Order" value={sort} onChange={(e) => setSort(e.target.value as Sort)}>
              {Object.entries(SORTS).map(([key, name]) => (
                <MenuItem key={key} value={key}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
          </Box>
          <Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
            <Typography variant="caption" color="text.secondary">
              Drag one onto the cloth.
            </Typography>
            <Button onClick={() => setTable(true)}>As a table</Button>
          </Box>
          {rows.map((row) => (
            <MotifCard
              wantedPpi={productOf(project.checking.product).wants.ppi}
              key={row.motif.id}
              row={row}
              ground={shownGround(project)}
              onOpen={() => setOpened(row.motif.id)}
            />
          ))}
          {!rows.length && <Typography variant="body2">No motif answers “{wanted}”.</Typography>}
        </Box>
      )}
      {project.pictures.length > 0 && (
        <Part title="Drawings and tiles">
          {project.pictures.map((m) => {
            const sheet = project.sheets.find((s) => s.id === m.sheet);
            return (
              <PictureRow
                key={m.id}
                project={project}
                picture={m}
                layer={project.layers.find((l) => l.kind !== 'placements' && l.picture === m.id)}
                onAgain={sheet && (() => void reopen(sheet))}
              />
            );
          })}
        </Part>
      )}
      {project.sheets.length > 0 && (
        <Part title="Pages kept">
          {project.sheets.map((s) => (
            <Box key={s.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Typography variant="body2" sx={{ flex: 1, minWidth: 0 }} noWrap>
                {s.name}, {trim(s.ppi, 0)} ppi
              </Typography>
              <Button onClick={() => reopen(s)} aria-label={`Open the page ${s.name} again`}>
                Open again
              </Button>
            </Box>
          ))}
        </Part>
      )}
      {room?.is === 'page' && (
        <PageRoom
          key={room.page.sha256 + rooms.length}
          page={room.page}
          sheet={room.sheet}
          draft={room.draft}
          replaces={room.replaces}
          onDone={done}
        />
      )}
      {room?.is === 'layers' && <LayersRoom key={room.file.sha256} file={room.file} onDone={done} />}
      {room?.is === 'parts' && (
        <PartsRoom
          key={room.pages[0]?.sha256}
          pages={room.pages}
          onApart={() =>
            setRooms((all) => [...room.pages.map((page) => ({ is: 'page' as const, page })), ...all.slice(1)])
          }
          onDone={done}
        />
      )}
      {opened && project.motifs.some((m) => m.id === opened) && (
        <MotifRoom
          key={opened}
          id={opened}
          onDone={() => setOpened(null)}
          onPage={(page) => {
            setOpened(null);
            setRooms((all) => [...all, { is: 'page', page, replaces: opened }]);
          }}
          onSheet={(sheet) => {
            setOpened(null);
            void reopen(sheet);
          }}
        />
      )}
      {table && (
        <MotifTable
          onDone={() => setTable(false)}
          onOpen={(id) => {
            setTable(false);
            setOpened(id);
          }}
        />
      )}
    </Tray>
  );
}
