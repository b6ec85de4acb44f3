'use client';

import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import Typography from '@mui/material/Typography';
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import {
  counted,
  DEFAULT_INTAKE,
  hexOfRgb,
  MM_PER_INCH,
  PAGE_TOO_LARGE,
  type PageKind,
  type Point,
  pageFits,
  pageMap,
  type Sheet,
  wholePicture,
} from '@/core';
import { useBolt } from '@/session/bolt';
import {
  type CutPiece,
  type DraftOf,
  dropDraft,
  firstGuesses,
  type IncomingPage,
  keepDrawing,
  keepNow,
  keepPage,
  letGoOfPage,
  type Origin,
  PAGE,
  split,
} from '@/session/intake';
import { runJob, useJob, useSession } from '@/session/kernel';
import JobProgress from '../../../parts/chrome/job-progress';
import lazyPart from '../../../parts/chrome/lazy-part';
import { trim } from '../../../parts/fields/lengths';
import OriginFields from '../../../parts/fields/origin-fields';
import { CornerGrips, PageOutline } from './corners';
import DrawingFields from './drawing-fields';
import Marks from './marks';
import Notices from './notices';
import PageActions from './page-actions';
import PageHead from './page-head';
import PageView from './page-view';
import Review from './review';
import SideBySide from './side-by-side';
import StageFields, { useHand } from './stage-fields';
import StageSquare from './stage-square';
import { afterGesture, gestureOf } from './tools';
import { useDrawing } from './use-drawing';
import { useFindPage } from './use-find-page';
import { useKeptDraft } from './use-kept-draft';
import { GO_ON, type Stage, useKind } from './use-kind';
import { useSettings } from './use-settings';
import { type Show, useSight } from './use-sight';
import { useStage } from './use-stage';
import WhatItIs from './what-it-is';

/** The aubergine of the darkest cloths. */
const DARK = '#2b1d38';
const SHOWS: Record<Stage, Show> = { Square: 'picture', Clean: 'dirt', Paper: 'art', Split: 'pieces' };

type Props = {
  page: IncomingPage;
  /** The page of this bolt that is opened again, or undefined for a new one. */
  sheet?: Sheet;
  /** What was set and marked when the window was last closed. */
  draft?: DraftOf;
  /** The motif that is to get its art from here. */
  replaces?: string;
  onDone: () => void;
};

const TileRoom = lazyPart(() => import('../../../tile-room/tile-room'));

/** One page from paper to separate motifs: squared, cleaned, its paper taken away, split, and looked over. */
export default function PageRoom({ page, sheet, draft, replaces, onDone }: Props) {
  const bolt = useSession();
  const from = draft?.settings ?? sheet?.settings ?? DEFAULT_INTAKE;
  const project = useBolt((s) => s.project);
  const { settings, change, undo, redo, canUndo, canRedo } = useSettings(from);
  const [ppi, setPpi] = useState(draft ? draft.ppi : (sheet?.ppi ?? page.ppi));
  const hand = useHand();
  const { tool, brushMm } = hand;
  const [showDirt, setShowDirt] = useState(true);
  const job = useJob(PAGE);
  const busy = job?.state === 'running';
  const [cuts, setCuts] = useState<CutPiece[] | null>(null);
  const [wrong, setWrong] = useState('');
  /** The drawing or tile of this bolt that it gave. */
  const there = sheet && project?.pictures.find((p) => p.sheet === sheet.id);
  const [tile, setTile] = useState<'tile' | 'ground' | null>(null);
  const [origin, setOrigin] = useState<Origin>({
    source: page.name.replace(/\.[^.]+$/, ''),
    permission: 'ask',
  });
  const unit = project?.brief.unit ?? 'in';
  const ground = project?.colourways.find((c) => c.id === project.shown)?.colours[0] ?? '#fff';

  const corners = settings.corners ?? wholePicture(page);
  const map = useMemo(
    () => (settings.corners ? pageMap(settings.corners, settings.aspect) : null),
    [settings.corners, settings.aspect],
  );
  const size = map ?? page;
  const toPage = useCallback((p: Point) => (map ? map.toPage(p) : p), [map]);
  const toPicture = useCallback((p: Point) => (map ? map.toPicture(p) : p), [map]);
  const edit: typeof change = (part, merge) => {
    const { corners: c, aspect: a } = { ...settings, ...part };
    if (c && !pageFits(c, a)) return setWrong(PAGE_TOO_LARGE);
    setWrong('');
    change(part, merge);
  };
  const { look, kind, stages, choose } = useKind(
    page,
    ppi,
    settings,
    change,
    there ? (there.art.kind === 'mended' ? 'tile' : 'drawing') : null,
    { before: Boolean(sheet || replaces || draft), marked: Boolean(sheet || draft) },
  );
  const { stage, why, goTo } = useStage(page, look, kind, Boolean(sheet || draft || replaces));
  const squaring = stage === 'Square';
  const asCame = (stage === 'Clean' && !showDirt) || (stage === 'Paper' && hand.on === 'page');
  const isBeside = stage === 'Paper' && hand.on === 'beside';
  const show = asCame ? 'page' : isBeside ? 'beside' : SHOWS[stage];
  const { shown, figures, shadow, boxes, shutIn, waiting, behind, onLook } = useSight(
    page,
    ppi,
    settings,
    show,
    cuts !== null,
    setWrong,
  );

  const { found, offer, find } = useFindPage(page, shown !== null && !sheet && !draft, change);
  const ownGround = look && settings.ground === 'colour' ? hexOfRgb(look.ground) : null;
  const whole = useDrawing(page, ppi, settings, { isDrawing: kind === 'drawing', isThere: Boolean(there) });
  const chooseKind = (next: PageKind) => {
    choose(next);
    if (next === 'tile' || next === 'ground') goTo('Square');
    else if (squaring || (stage === 'Split' && next === 'drawing')) goTo('Paper');
  };
  const id = project?.id;
  useKeptDraft(id, page, ppi, settings, sheet?.id, replaces);
  useEffect(() => letGoOfPage, []);
  const leave = () => {
    if (id) void dropDraft(id);
    onDone();
  };

  const separate = async () => {
    setWrong('');
    if (!ppi || !project) return;
    const pieces = await runJob(bolt, PAGE, 'Separating motifs.', (work) =>
      split(page.bytes, ppi, settings, work),
    );
    if (!pieces) return;
    const guesses = firstGuesses(pieces, project, ppi, { sheet: sheet?.id, replaces });
    // Many cards are drawn in pieces, so that the hand is not held up by them.
    startTransition(() => setCuts(guesses));
  };
  const keep = async () => {
    setWrong('');
    if (!cuts || !ppi) return;
    const ok = await keepNow(bolt, 'Keeping the motifs.', (work) =>
      keepPage(bolt, page, settings, ppi, cuts, origin, work, { sheetId: sheet?.id, ground: ownGround }),
    );
    if (ok) onDone();
  };

  const drawing = async () => {
    setWrong('');
    if (!ppi || !look) return;
    const ok = await keepNow(bolt, 'Taking the drawing in.', (work) =>
      keepDrawing(bolt, page, settings, ppi, ownGround, whole.taken, origin, work, sheet?.id),
    );
    if (ok) onDone();
  };
  const go = () => {
    if (kind === 'drawing') return drawing();
    if (kind === 'tile' || kind === 'ground') return setTile(kind);
    return separate();
  };

  const kept = cuts?.filter((c) => c.keep).length ?? 0;
  const title = cuts ? `${counted(cuts.length, 'motif')} on ${page.name}` : page.name;
  return (
    <Dialog
      open
      fullScreen
      // Escape is too near the keys of the tools to throw away what was marked.
      onClose={() => !busy && !canUndo && !cuts && leave()}
      aria-labelledby="page-title"
      onKeyDown={(e) => {
        if (!(e.ctrlKey || e.metaKey) || cuts) return;
        const key = e.key.toLowerCase();
        if (key === 'z') (e.shiftKey ? redo : undo)();
        else if (key === 'y') redo();
        else return;
        e.preventDefault();
      }}
    >
      <PageHead
        title={title}
        stages={stages}
        stage={stage}
        onStage={(next) => {
          goTo(next);
          hand.onTool('look');
        }}
        onUndo={canUndo && !busy ? undo : undefined}
        onRedo={canRedo && !busy ? redo : undefined}
        plain={cuts !== null}
      />
      <Box
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 340px' },
          gridTemplateRows: { xs: 'minmax(260px, 1fr) auto', md: 'minmax(0, 1fr)' },
        }}
      >
        {cuts && ppi ? (
          <Review
            cuts={cuts}
            ppi={ppi}
            ground={ground}
            laid={(id) => project?.placements.filter((p) => p.motif === id).length ?? 0}
            onChange={(n, part) =>
              setCuts((all) => all?.map((c, k) => (k === n ? { ...c, ...part } : c)) ?? null)
            }
            onAll={(keep) => setCuts(cuts.map((c) => ({ ...c, keep: keep && !c.settled })))}
          />
        ) : isBeside ? (
          <SideBySide
            {...{ ...size, shown: shown?.show === 'beside' ? shown : null, ground, waiting, behind, onLook }}
            dark={DARK}
          />
        ) : (
          <PageView
            key={squaring ? 'picture' : `${size.width}x${size.height}`}
            width={squaring ? page.width : size.width}
            height={squaring ? page.height : size.height}
            shown={shown && (shown.show === 'picture') === squaring ? shown : null}
            ground={
              show !== 'art' && show !== 'pieces'
                ? '#fff'
                : stage === 'Paper' && hand.on === 'dark'
                  ? DARK
                  : ground
            }
            gesture={squaring ? 'none' : gestureOf(tool)}
            waiting={waiting}
            behind={behind}
            brush={tool === 'erase' || tool === 'restore' ? (brushMm / MM_PER_INCH) * (ppi ?? 300) : 0}
            label="The page. Arrow keys move it, plus and minus come nearer and go back, zero shows all of it."
            onLook={onLook}
            onGesture={(way) => {
              const part = afterGesture(settings, tool, way.map(toPicture), brushMm);
              if (part) edit(part);
            }}
            grips={(sight) =>
              squaring && (
                <CornerGrips
                  corners={corners}
                  sight={sight}
                  onMove={(c) => edit({ corners: c }, 'corners')}
                />
              )
            }
          >
            {(sight) =>
              squaring ? (
                <PageOutline corners={corners} sight={sight} />
              ) : (
                stage !== 'Clean' && (
                  <Marks
                    settings={settings}
                    sight={sight}
                    toPage={toPage}
                    boxes={stage === 'Split' && typeof boxes !== 'string' ? boxes : []}
                  />
                )
              )
            }
          </PageView>
        )}
        <Box
          sx={{
            display: 'flex',
            flexDirection: 'column',
            gap: 2,
            p: 2,
            overflowY: 'auto',
            borderLeft: 1,
            borderColor: 'divider',
            maxHeight: { xs: '44vh', md: 'none' },
          }}
        >
          {cuts ? (
            <>
              <Typography variant="body2" color="text.secondary">
                Untick what you do not want, and say which have a top: only those the same either way up are
                taken to turn freely. All of it can be changed later too.
              </Typography>
              <OriginFields origin={origin} onChange={setOrigin} />
            </>
          ) : (
            <>
              <WhatItIs
                look={look}
                waiting={!page.camera || settings.corners !== null}
                kind={kind}
                onKind={chooseKind}
              />
              {why && (
                <Typography variant="body2" sx={{ fontWeight: 600 }}>
                  {why}
                </Typography>
              )}
              {kind === 'drawing' && !squaring && (
                <DrawingFields {...whole} look={look} ppi={ppi} sheet={size} unit={unit} />
              )}
              {squaring && (
                <StageSquare
                  picture={page}
                  corners={settings.corners}
                  aspect={settings.aspect}
                  ppi={ppi}
                  found={found}
                  onFind={find}
                  onChange={edit}
                  onPpi={setPpi}
                />
              )}
              <StageFields
                stage={stage}
                settings={settings}
                hand={hand}
                seen={{ figures, boxes, shutIn }}
                page={size}
                showDirt={showDirt}
                onShowDirt={setShowDirt}
                unit={unit}
                toPicture={toPicture}
                change={edit}
              />
              <Notices
                sha256={page.sha256}
                found={settings.corners ? null : offer}
                shadow={shadow}
                ppiMissing={!squaring && !ppi}
                uneven={
                  page.ppi && page.down && !settings.aspect ? { across: page.ppi, down: page.down } : null
                }
                onSquare={({ corners: c }) => edit({ corners: c })}
                onToSquare={() => goTo('Square')}
              />
            </>
          )}
          <JobProgress kind={PAGE} />
          {(wrong || job?.trouble) && (
            <Typography role="alert" variant="body2" color="error">
              {wrong || job?.trouble}
            </Typography>
          )}
          <Typography variant="caption" color="text.secondary" sx={{ mt: 'auto' }}>
            Use art that you made, or that you may use commercially. The file itself is kept untouched
            {ppi ? `, at ${trim(ppi, 0)} ppi` : ''}.
          </Typography>
          <PageActions
            go={
              cuts
                ? `${sheet || replaces ? 'Put in' : 'Keep'} ${kept} ${kept === 1 ? 'motif' : 'motifs'}`
                : GO_ON[kind]
            }
            onGo={cuts ? (kept ? () => void keep() : undefined) : ppi ? () => void go() : undefined}
            onLeave={leave}
            onBack={cuts ? () => setCuts(null) : undefined}
            busy={busy}
          />
        </Box>
      </Box>
      {tile && ppi && (
        <TileRoom
          page={page}
          settings={settings}
          ppi={ppi}
          as={tile}
          picture={there?.art.kind === 'mended' ? there : undefined}
          onDone={(done) => (done ? leave() : setTile(null))}
        />
      )}
    </Dialog>
  );
}
