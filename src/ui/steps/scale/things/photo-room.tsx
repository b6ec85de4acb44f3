'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { hexOfRgb, type PhotoView, type Point, type Project, type Size } from '@/core';
import { refuse } from '@/session/bolt';
import { messageOf, useSession } from '@/session/kernel';
import { drawGoods, openThing } from '@/session/mockups';
import { keepPhotoThing, letGoOfPhoto, type Photo, photoGoods } from '@/session/settings';
import { useObjectUrl } from '../../../parts/chrome/use-object-url';
import Grip from '../../../parts/fields/grip';
import LengthField from '../../../parts/fields/length-field';
import NumberField from '../../../parts/fields/number-field';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'];
const NEAR = { least: 0.02, most: 0.3, usual: 0.09 };

type Props = { project: Project; photo: Photo; onDone: () => void };

/** A photograph becomes a thing: the corners of its print are set, where it bends, and what of it is cloth. */
export default function PhotoRoom(props: Props) {
  return (
    <Dialog open fullScreen aria-labelledby="photo-title">
      <Box sx={{ px: 2, py: 1, borderBottom: 1, borderColor: 'divider' }}>
        <Typography id="photo-title" variant="h2">
          A thing from a photograph
        </Typography>
      </Box>
      <Room {...props} />
    </Dialog>
  );
}

function Room({ project, photo, onDone }: Props) {
  const bolt = useSession();
  const { unit } = project.brief;
  const [name, setName] = useState('My thing');
  const [printMm, setPrint] = useState<Size>({
    width: unit === 'in' ? 457.2 : 450,
    height: unit === 'in' ? 457.2 : 450,
  });
  const at = (x: number, y: number): Point => ({ x: photo.width * x, y: photo.height * y });
  const [view, setView] = useState<PhotoView>({
    photo: { id: photo.id, width: photo.width, height: photo.height },
    corners: [at(0.25, 0.25), at(0.75, 0.25), at(0.75, 0.75), at(0.25, 0.75)],
    fold: null,
    cloth: null,
  });
  const [bare, setBare] = useState(false);
  const [picking, setPicking] = useState(false);
  const [trouble, setTrouble] = useState('');
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const image = useRef<HTMLImageElement>(null);
  const [room, setRoom] = useState<Size | null>(null);
  const [blob] = useState(() => new Blob([photo.bytes], { type: 'image/jpeg' }));
  const url = useObjectUrl(blob);
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setRoom({ width: el.clientWidth, height: el.clientHeight }));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const zoom = room ? Math.min(room.width / photo.width, room.height / photo.height) : 0;
  const [wide, high] = [Math.round(photo.width * zoom), Math.round(photo.height * zoom)];

  useEffect(() => {
    if (!wide || !high) return;
    void bolt.latest('photo thing', {
      run: () =>
        drawGoods(project, photoGoods({ name: name || 'thing', printMm, view }), printMm, {
          width: wide * 2,
          height: high * 2,
        }),
      keep: (bitmap: ImageBitmap) => {
        const c = canvas.current;
        if (c) {
          c.width = bitmap.width;
          c.height = bitmap.height;
          c.getContext('2d')?.drawImage(bitmap, 0, 0);
          c.dataset.drawn = 'yes';
        }
        bitmap.close();
        setTrouble('');
      },
      fail: (error) => setTrouble(messageOf(error)),
    });
  }, [project, name, printMm, view, wide, high, bolt.latest]);

  const corner = (n: number, to: Point) =>
    setView((v) => ({ ...v, corners: v.corners.map((c, k) => (k === n ? to : c)) as PhotoView['corners'] }));
  const [a, b, c, d] = view.corners;
  const between = (p: Point, q: Point): Point => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 });
  const leave = () => {
    letGoOfPhoto(photo);
    onDone();
  };
  const keep = async () => {
    try {
      const id = await keepPhotoThing({ name: name.trim(), printMm, photo: photo.bytes, view });
      onDone();
      openThing(id);
    } catch (error) {
      refuse(bolt, error);
    }
  };
  const pick = (e: PointerEvent) => {
    const img = image.current;
    if (!picking || !img) return;
    const r = img.getBoundingClientRect();
    const [x, y] = [(e.clientX - r.left) / zoom, (e.clientY - r.top) / zoom];
    const one = new OffscreenCanvas(5, 5);
    const context = one.getContext('2d');
    if (!context) return;
    context.drawImage(img, x - 2, y - 2, 5, 5, 0, 0, 5, 5);
    const px = context.getImageData(0, 0, 5, 5).data;
    const mean = [0, 1, 2].map((k) => px.reduce((s, v, n) => (n % 4 === k ? s + v : s), 0) / 25);
    const hex = hexOfRgb([Math.round(mean[0] ?? 0), Math.round(mean[1] ?? 0), Math.round(mean[2] ?? 0)]);
    setView((v) => ({ ...v, cloth: { hex, near: v.cloth?.near ?? NEAR.usual } }));
    setPicking(false);
  };
  const line = (view.fold ? [a, b, view.fold.right, c, d, view.fold.left] : [a, b, c, d])
    .map((p) => `${p.x * zoom},${p.y * zoom}`)
    .join(' ');
  return (
    <Box
      sx={{
        flex: 1,
        minHeight: 0,
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 340px' },
        gridTemplateRows: { xs: 'minmax(240px, 1fr) auto', md: 'minmax(0, 1fr)' },
      }}
    >
      <Box ref={box} sx={{ m: 2, minWidth: 0, minHeight: 0, overflow: 'hidden' }}>
        <Box
          sx={{
            position: 'relative',
            width: wide,
            height: high,
            mx: 'auto',
            cursor: picking ? 'crosshair' : 'default',
          }}
          onPointerDown={pick}
        >
          {/* biome-ignore lint/performance/noImgElement: a picture of the person's own, from memory */}
          <img
            ref={image}
            src={url ?? undefined}
            alt="The photograph"
            style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
          />
          <Box
            component="canvas"
            ref={canvas}
            aria-hidden
            data-testid="photo-thing"
            sx={{
              position: 'absolute',
              inset: 0,
              width: '100%',
              height: '100%',
              visibility: bare || picking ? 'hidden' : 'visible',
              pointerEvents: 'none',
            }}
          />
          <svg
            aria-hidden
            width={wide}
            height={high}
            style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}
          >
            <polygon points={line} fill="none" stroke="#fff" strokeWidth={3} />
            <polygon points={line} fill="none" stroke="#6A2A5B" strokeWidth={1.5} />
            {view.fold && (
              <line
                x1={view.fold.left.x * zoom}
                y1={view.fold.left.y * zoom}
                x2={view.fold.right.x * zoom}
                y2={view.fold.right.y * zoom}
                stroke="#6A2A5B"
                strokeWidth={1.5}
                strokeDasharray="6 4"
              />
            )}
          </svg>
          {view.corners.map((p, n) => (
            <Grip
              key={CORNERS[n]}
              label={`Corner of the print, ${CORNERS[n]}`}
              at={p}
              zoom={zoom}
              onMove={(to) => corner(n, to)}
            />
          ))}
          {view.fold &&
            (['left', 'right'] as const).map((side) => (
              <Grip
                key={side}
                label={`End of the fold, ${side}`}
                at={view.fold?.[side] ?? { x: 0, y: 0 }}
                zoom={zoom}
                onMove={(to) => setView((v) => (v.fold ? { ...v, fold: { ...v.fold, [side]: to } } : v))}
              />
            ))}
        </Box>
      </Box>
      <Box
        sx={{
          display: 'flex',
          flexDirection: 'column',
          gap: 1.5,
          p: 2,
          overflowY: 'auto',
          borderLeft: { md: 1 },
          borderColor: { md: 'divider' },
          maxHeight: { xs: '48vh', md: 'none' },
        }}
      >
        <Typography variant="body2" color="text.secondary">
          Put the four corners where the corners of the print would be, and say how large it is. A plain, pale
          thing in even light shows the cloth best.
        </Typography>
        <TextField label="It is called" value={name} onChange={(e) => setName(e.target.value.slice(0, 60))} />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
          <LengthField
            label="Print width"
            mm={printMm.width}
            unit={unit}
            least={10}
            most={3000}
            onChange={(width) => setPrint((p) => ({ ...p, width }))}
          />
          <LengthField
            label="Print height"
            mm={printMm.height}
            unit={unit}
            least={10}
            most={3000}
            onChange={(height) => setPrint((p) => ({ ...p, height }))}
          />
        </Box>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={view.fold !== null}
              onChange={(_, on) =>
                setView((v) => ({
                  ...v,
                  fold: on ? { left: between(a, d), right: between(b, c), above: 0.5 } : null,
                }))
              }
            />
          }
          label="It bends along a line"
        />
        {view.fold && (
          <NumberField
            label="Of its height, above the line"
            unit="%"
            digits={0}
            min={5}
            max={95}
            value={view.fold.above * 100}
            onChange={(v) => setView((s) => (s.fold ? { ...s, fold: { ...s.fold, above: v / 100 } } : s))}
          />
        )}
        <Typography variant="body2" sx={{ fontWeight: 600 }}>
          What of it is cloth
        </Typography>
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <Button size="small" variant="outlined" onClick={() => setPicking(!picking)} aria-pressed={picking}>
            {picking
              ? 'Press on the cloth'
              : view.cloth
                ? 'Choose its colour again'
                : 'Only what has one colour'}
          </Button>
          {view.cloth && (
            <>
              <Box
                aria-hidden
                style={{ backgroundColor: view.cloth.hex }}
                sx={{ width: 26, height: 26, borderRadius: '50%', border: 1, borderColor: 'divider' }}
              />
              <Button size="small" onClick={() => setView((v) => ({ ...v, cloth: null }))}>
                All of it
              </Button>
            </>
          )}
        </Box>
        {view.cloth && (
          <Box sx={{ px: 1 }}>
            <Slider
              aria-label="How near to that colour"
              min={NEAR.least}
              max={NEAR.most}
              step={0.005}
              value={view.cloth.near}
              onChange={(_, near) =>
                setView((v) => (v.cloth ? { ...v, cloth: { ...v.cloth, near: Number(near) } } : v))
              }
            />
          </Box>
        )}
        <FormControlLabel
          control={<Checkbox size="small" checked={bare} onChange={(_, on) => setBare(on)} />}
          label="Show the photograph alone"
        />
        {trouble && (
          <Typography role="alert" variant="body2" color="error">
            {trouble}
          </Typography>
        )}
        <Box sx={{ mt: 'auto', display: 'flex', gap: 1 }}>
          <Button variant="contained" disabled={trouble !== '' || !name.trim()} onClick={() => void keep()}>
            Keep it with the things
          </Button>
          <Button onClick={leave}>Discard it</Button>
        </Box>
      </Box>
    </Box>
  );
}
