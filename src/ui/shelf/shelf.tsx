'use client';

import AddRounded from '@mui/icons-material/AddRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { counted } from '@/core';
import { giveLabels, jobTrouble, type Labels, messageOf, readLabels, useSession } from '@/session/kernel';
import { askForSpace, type Space } from '@/session/settings';
import {
  type Arrived,
  beginBolt,
  beginFrom,
  beginFromBrief,
  duplicateBolt,
  layOutDemo,
  listBolts,
  lookThrough,
  type OnShelf,
  PROJECT_FILE,
  putBackOnShelf,
  renameBolt,
  saveAsFile,
  saveFile,
  saveShelf,
  shelfAtStart,
  takeFromFile,
  takeOffShelf,
  throwAway,
  unsavedFor,
} from '@/session/shelf';
import JobProgress from '../parts/chrome/job-progress';
import JobsList from '../parts/chrome/jobs-list';
import { useKeepsNothing } from '../parts/chrome/use-keeps-nothing';
import Growing from '../parts/fields/growing';
import { fileSize } from '../parts/fields/lengths';
import FileButton from '../parts/files/file-button';
import { arriving } from './arriving';
import Bin from './bin';
import BoltCard from './bolt-card';
import DemoMenu from './demo-menu';
import SameBolt from './same-bolt';

/** Where work lives, how much room it takes, and whether the browser promises to keep it. */
function Room({ space }: { space: Space }) {
  return (
    <Typography variant="body2" color="text.secondary" sx={{ mt: 4 }} data-testid="space">
      Your bolts live in this browser, on this machine: {fileSize(space.used)} of {fileSize(space.most)} are
      used.{' '}
      {space.kept
        ? 'The browser keeps them until you take them away.'
        : 'The browser may clear them when room gets scarce: save as files what you cannot lose.'}
    </Typography>
  );
}

/** The order and the search of the shelf. */
function sorted(bolts: OnShelf[], labels: Labels, search: string, order: string): OnShelf[] {
  const wanted = search.trim().toLowerCase();
  const found = bolts.filter((b) =>
    [b.name, ...(labels[b.id] ?? [])].some((text) => text.toLowerCase().includes(wanted)),
  );
  return order === 'name' ? [...found].sort((a, b) => a.name.localeCompare(b.name)) : found;
}

/** The start page: each bolt shows a strip of its own cloth. */
export default function Shelf() {
  const bolt = useSession();
  const [all, setAll] = useState<OnShelf[] | null>(null);
  const [labels, setLabels] = useState<Labels>({});
  const [space, setSpace] = useState<Space | null>(null);
  const [unsaved, setUnsaved] = useState(0);
  const [wrong, setWrong] = useState('');
  const [search, setSearch] = useState('');
  const [order, setOrder] = useState('changed');
  const [same, setSame] = useState<Arrived | null>(null);
  const { enqueueSnackbar } = useSnackbar();
  const router = useRouter();
  const show = useCallback((bolts: OnShelf[]) => {
    setAll(bolts);
    askForSpace().then(setSpace, () => {});
  }, []);
  const refresh = useCallback(() => listBolts().then(show), [show]);
  useEffect(() => {
    const begin = async () => {
      const bolts = await shelfAtStart();
      show(bolts);
      setUnsaved(await unsavedFor(bolts));
    };
    begin().catch((error) => {
      setWrong(
        `The shelf could not be read: ${messageOf(error)} Close other windows of Hexaplex and try again.`,
      );
      void refresh().catch(() => setAll([]));
    });
    readLabels().then(setLabels, () => {});
  }, [show, refresh]);

  const say = (text: string, bad = false) => enqueueSnackbar(text, bad ? { variant: 'warning' } : {});
  /** Does something with the shelf, then shows it anew; what cannot be done is told. */
  const doing = async (act: () => Promise<unknown>) => {
    try {
      await act();
    } catch (error) {
      say(messageOf(error), true);
    }
    await refresh();
  };
  const bolts = all?.filter((b) => !b.binned);
  const begin = () =>
    doing(async () => router.push(`/bolt/${await beginBolt(`New bolt ${(all?.length ?? 0) + 1}`)}`));
  const take = async (arrived: Arrived, how: 'replace' | 'both') => {
    setSame(null);
    const id = await takeFromFile(bolt, arrived, how);
    const trouble = jobTrouble(bolt, PROJECT_FILE);
    if (id) say(`${arrived.file.project.name} is on the shelf.`);
    else if (trouble) say(`${trouble} Nothing was changed.`, true);
    await refresh();
  };
  const arrive = async (file: File) => {
    try {
      const arrived = await lookThrough(bolt, file);
      if ('shelf' in arrived) {
        const done = await arrived.shelf();
        const trouble = jobTrouble(bolt, PROJECT_FILE);
        if (done) say(`${counted(done.taken, 'bolt')} put on the shelf, ${done.passed} there already.`);
        else if (trouble) say(trouble, true);
        await refresh();
      } else if (arrived.there) setSame(arrived);
      else await take(arrived, 'replace');
    } catch (error) {
      say(`${messageOf(error)} Nothing was changed.`, true);
    }
  };
  const shelved = all !== null;
  const nothing = useKeepsNothing(shelved);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is taken once, when the shelf is there.
  useEffect(() => {
    const { file } = arriving.getState();
    if (!file || !shelved) return;
    arriving.setState({ file: null });
    void arrive(file);
  }, [shelved]);
  const save = async (id: string) => {
    const made = await saveAsFile(bolt, id);
    const trouble = jobTrouble(bolt, PROJECT_FILE);
    if (made) {
      saveFile(made.file, made.name);
      say(
        `${made.name}, ${fileSize(made.file.size)}: read back, every one of its ${made.assets} pictures as it was.`,
      );
    } else if (trouble) say(`The file was not made: ${trouble}`, true);
  };
  const saveAll = async () => {
    const made = await saveShelf(bolt);
    const trouble = jobTrouble(bolt, PROJECT_FILE);
    if (made) {
      saveFile(made.file, made.name);
      say(
        `${made.name}, ${fileSize(made.file.size)}: ${counted(made.bolts, 'bolt')}, read back picture by picture.`,
      );
      setUnsaved(0);
    } else if (trouble) say(`The file was not made: ${trouble}`, true);
  };
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => {
      for (const file of files.slice(0, 1)) void arrive(file);
    },
  });
  const shown = sorted(bolts ?? [], labels, search, order);
  return (
    <Box
      component="main"
      {...getRootProps({ role: 'main' })}
      sx={{
        maxWidth: 1160,
        minHeight: '100vh',
        mx: 'auto',
        px: { xs: 2, sm: 5 },
        py: 5,
        outline: isDragActive ? '3px dashed' : 'none',
        outlineColor: 'primary.main',
        outlineOffset: -12,
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 2, mb: 3, flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: 260 }}>
          <Typography variant="h1" sx={{ color: 'primary.main', fontSize: '2.5rem' }}>
            Hexaplex
          </Typography>
          <Typography color="text.secondary">
            Seamless repeats, exact and measured.{nothing ? '' : ' Your bolts stay on this machine.'}
          </Typography>
        </Box>
        <JobsList elsewhere />
        <FileButton
          label="Open a bolt from a file"
          accept=".hexaplex"
          onFile={(file) => void arrive(file)}
          disabled={!bolts}
        />
        <DemoMenu there={all?.map((b) => b.id) ?? []} onLay={(id) => void doing(() => layOutDemo(id))} />
        <Button variant="contained" size="large" startIcon={<AddRounded />} onClick={begin} disabled={!bolts}>
          New bolt
        </Button>
      </Box>
      {wrong && (
        <Typography role="alert" color="error" sx={{ mb: 2 }}>
          {wrong}
        </Typography>
      )}
      {nothing && (
        <Box
          role="alert"
          sx={{
            border: 1,
            borderColor: 'warning.main',
            borderRadius: 1,
            bgcolor: 'background.paper',
            p: 2,
            mb: 2,
          }}
        >
          <Typography variant="h3">Nothing is kept in this window.</Typography>
          <Typography variant="body2">
            It is a private window, or keeping is turned off for this page. You can work, but all of it is
            gone when the window is closed or loaded anew: save your bolts as files before.
          </Typography>
        </Box>
      )}
      <JobProgress kind={PROJECT_FILE} />
      {same && (
        <SameBolt
          arrived={same}
          there={all?.find((b) => b.id === same.file.project.id)}
          onTake={(how) => void take(same, how)}
          onLeave={() => setSame(null)}
        />
      )}
      {!bolts && <Typography role="status">Fetching the bolts.</Typography>}
      {bolts?.length === 0 && (
        <Box
          sx={{
            border: '1.5px dashed',
            borderColor: 'text.secondary',
            borderRadius: 2,
            p: 5,
            textAlign: 'center',
          }}
        >
          <Typography variant="h2" sx={{ mb: 1 }}>
            The shelf is empty.
          </Typography>
          <Typography sx={{ mb: 2 }}>
            Begin a new bolt and bring in a scan, or lay out the demo cloth to look round.
          </Typography>
          <Button variant="outlined" onClick={() => void doing(layOutDemo)}>
            Lay out Kite Weather
          </Button>
        </Box>
      )}
      {bolts && bolts.length > 1 && (
        <Box sx={{ display: 'flex', gap: 1.5, mb: 2.5, maxWidth: 520 }}>
          <TextField
            fullWidth
            size="small"
            type="search"
            label="Search names and labels"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
          <TextField
            select
            size="small"
            label="Order"
            value={order}
            onChange={(e) => setOrder(e.target.value)}
            sx={{ minWidth: 160 }}
          >
            <MenuItem value="changed">last changed</MenuItem>
            <MenuItem value="name">by name</MenuItem>
          </TextField>
        </Box>
      )}
      {bolts && bolts.length > 0 && !shown.length && (
        <Typography variant="body2">No bolt answers “{search}”.</Typography>
      )}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 460px), 1fr))',
          gap: 3,
        }}
      >
        <Growing>
          {shown.map((bolt) => (
            <BoltCard
              key={bolt.id}
              bolt={bolt}
              labels={labels[bolt.id] ?? []}
              onName={(name) => void doing(() => renameBolt(bolt.id, name))}
              onLabels={(given) => void giveLabels(bolt.id, given).then(setLabels)}
              acts={[
                { label: 'Save as a file', act: () => void save(bolt.id) },
                { label: 'Duplicate', act: () => void doing(() => duplicateBolt(bolt.id)) },
                { label: 'Begin another from it', act: () => void doing(() => beginFrom(bolt.id)) },
                {
                  label: 'Begin with its brief alone',
                  act: () => void doing(() => beginFromBrief(bolt.id)),
                },
                {
                  label: 'Take off the shelf',
                  danger: true,
                  act: () =>
                    void doing(async () => {
                      await takeOffShelf(bolt.id);
                      say(`${bolt.name} is in the bin.`);
                    }),
                },
              ]}
            />
          ))}
        </Growing>
      </Box>
      <Bin
        bolts={all?.filter((b) => b.binned) ?? []}
        onBack={(bolt) => void doing(() => putBackOnShelf(bolt.id))}
        onThrow={(bolt) => void doing(() => throwAway(bolt.id))}
      />
      {bolts && bolts.length > 0 && (
        <Box sx={{ mt: 4, display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
          <Button variant="outlined" onClick={() => void saveAll()}>
            Save the whole shelf
          </Button>
          {unsaved > 0 && (
            <Typography variant="body2" data-testid="unsaved">
              {counted(unsaved, 'bolt')} changed since the shelf was saved as a file, more than a week ago.
            </Typography>
          )}
        </Box>
      )}
      {space && !nothing && <Room space={space} />}
    </Box>
  );
}
