'use client';

import Box from '@mui/material/Box';
import {
  type Dispatch,
  type PointerEvent,
  type SetStateAction,
  useCallback,
  useEffect,
  useRef,
  useState,
} from 'react';
import type { Point } from '@/core';
import { SURROUND } from '../../../theme/theme';

export type Region = { x: number; y: number; width: number; height: number };
/** A picture of part of the page: which px of the page it covers. */
export type Shown = { bitmap: ImageBitmap; x: number; y: number; factor: number };
/** From px of the page to px of the window and back. */
export type Sight = { x: number; y: number; zoom: number };

type Props = {
  width: number;
  height: number;
  shown: Shown | null;
  ground: string;
  /** What the hand is doing: nothing (the page moves), or a tool. */
  gesture: 'none' | 'press' | 'ends' | 'way';
  /** Diameter of the brush, px of the page; 0 for none. */
  brush: number;
  label: string;
  /** A finer or newer view is being made. */
  waiting: boolean;
  /** What is shown is not yet what was asked for. */
  behind: boolean;
  onLook: (region: Region, longSide: number) => void;
  onGesture: (way: Point[]) => void;
  /** Where it looks, when several look at the same place. */
  shared?: [Sight | null, Dispatch<SetStateAction<Sight | null>>];
  /** Drawn over the page, as SVG in px of the window. */
  children?: (sight: Sight) => React.ReactNode;
  /** Laid over the page, as HTML. */
  grips?: (sight: Sight) => React.ReactNode;
};

const PAD = 16;

/**
 * A page to work on: wheel and keys to come nearer, drag to move it, and a tool's gesture by pointer or by
 * keyboard (arrows move the mark, Enter presses and lets go).
 */
export default function PageView(props: Props) {
  const { width, height, shown, ground, gesture, brush, label, onLook, onGesture } = props;
  const { children, grips, waiting, behind, shared } = props;
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const own = useState<Sight | null>(null);
  const [sight, setSight] = shared ?? own;
  const [way, setWay] = useState<Point[]>([]);
  const [mark, setMark] = useState<Point | null>(null);
  const held = useRef<{ at: Point; sight: Sight } | null>(null);

  const whole = useCallback(() => {
    if (!room.width || !room.height) return null;
    const zoom = Math.min((room.width - 2 * PAD) / width, (room.height - 2 * PAD) / height);
    return { zoom, x: (width - room.width / zoom) / 2, y: (height - room.height / zoom) / 2 };
  }, [room, width, height]);
  useEffect(() => setSight(whole()), [whole, setSight]);

  useEffect(() => {
    const sized = new ResizeObserver(([e]) => {
      if (e) setRoom({ width: e.contentRect.width, height: e.contentRect.height });
    });
    if (box.current) sized.observe(box.current);
    return () => sized.disconnect();
  }, []);

  // The part of the page that is in the window is asked for at the window's fineness.
  useEffect(() => {
    if (!sight) return;
    const x = Math.max(0, Math.floor(sight.x));
    const y = Math.max(0, Math.floor(sight.y));
    const right = Math.min(width, Math.ceil(sight.x + room.width / sight.zoom));
    const low = Math.min(height, Math.ceil(sight.y + room.height / sight.zoom));
    if (right <= x || low <= y) return;
    const region = { x, y, width: right - x, height: low - y };
    const dpr = devicePixelRatio;
    onLook(region, Math.max(64, Math.max(region.width, region.height) * sight.zoom * dpr * 0.75));
  }, [sight, room, width, height, onLook]);

  useEffect(() => {
    const c = canvas.current;
    const context = c?.getContext('2d');
    if (!c || !context || !sight) return;
    const dpr = devicePixelRatio;
    c.width = Math.round(room.width * dpr);
    c.height = Math.round(room.height * dpr);
    const z = sight.zoom * dpr;
    context.setTransform(z, 0, 0, z, -sight.x * z, -sight.y * z);
    context.fillStyle = ground;
    context.fillRect(0, 0, width, height);
    if (!shown) return;
    context.imageSmoothingQuality = 'high';
    context.imageSmoothingEnabled = z * shown.factor < 4;
    const [w, h] = [shown.bitmap.width * shown.factor, shown.bitmap.height * shown.factor];
    context.drawImage(shown.bitmap, shown.x, shown.y, w, h);
  }, [sight, room, shown, ground, width, height]);

  const nearer = useCallback(
    (by: number, at: Point) => {
      setSight((s) => {
        if (!s) return s;
        const zoom = Math.min(8, Math.max(0.02, s.zoom * by));
        return { zoom, x: s.x + at.x / s.zoom - at.x / zoom, y: s.y + at.y / s.zoom - at.y / zoom };
      });
    },
    [setSight],
  );
  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const r = el.getBoundingClientRect();
      nearer(Math.exp(-e.deltaY * 0.0016), { x: e.clientX - r.left, y: e.clientY - r.top });
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [nearer]);

  const onPage = (e: PointerEvent): Point => {
    const r = box.current?.getBoundingClientRect();
    const s = sight ?? { x: 0, y: 0, zoom: 1 };
    return { x: s.x + (e.clientX - (r?.left ?? 0)) / s.zoom, y: s.y + (e.clientY - (r?.top ?? 0)) / s.zoom };
  };
  const add = (p: Point) =>
    setWay((w) => (gesture === 'way' ? [...w, p] : gesture === 'ends' ? [w[0] ?? p, p] : [p]));
  const finish = () => {
    if (way.length) onGesture(way);
    setWay([]);
  };

  const byKey = (e: React.KeyboardEvent) => {
    if (!sight || e.target !== e.currentTarget) return;
    const middle = { x: room.width / 2, y: room.height / 2 };
    const at = mark ?? { x: sight.x + middle.x / sight.zoom, y: sight.y + middle.y / sight.zoom };
    const step = (e.shiftKey ? 48 : 8) / sight.zoom;
    const to = {
      ArrowLeft: { x: -step, y: 0 },
      ArrowRight: { x: step, y: 0 },
      ArrowUp: { x: 0, y: -step },
      ArrowDown: { x: 0, y: step },
    }[e.key];
    if (to && gesture === 'none') setSight({ ...sight, x: sight.x + to.x * 3, y: sight.y + to.y * 3 });
    else if (to) {
      const next = { x: at.x + to.x, y: at.y + to.y };
      setMark(next);
      if (way.length) add(next);
    } else if (e.key === '+' || e.key === '=') nearer(1.25, middle);
    else if (e.key === '-') nearer(0.8, middle);
    else if (e.key === '0') setSight(whole());
    else if ((e.key === 'Enter' || e.key === ' ') && gesture !== 'none') {
      if (way.length) finish();
      else if (gesture === 'press') onGesture([at]);
      else {
        setMark(at);
        setWay([at]);
      }
    } else if (e.key === 'Escape' && way.length) {
      setWay([]);
      e.stopPropagation();
    } else return;
    e.preventDefault();
  };

  return (
    <Box
      ref={box}
      role="application"
      aria-label={label}
      tabIndex={0}
      data-testid="page-view"
      data-zoom={sight?.zoom}
      data-left={sight?.x}
      data-top={sight?.y}
      aria-busy={behind}
      onKeyDown={byKey}
      onBlur={() => setMark(null)}
      onPointerDown={(e) => {
        if (e.button !== 0 || !sight) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        setMark(null);
        if (gesture === 'none') held.current = { at: { x: e.clientX, y: e.clientY }, sight };
        else setWay([onPage(e)]);
      }}
      onPointerMove={(e) => {
        if (held.current) {
          const { at, sight: from } = held.current;
          const [dx, dy] = [(e.clientX - at.x) / from.zoom, (e.clientY - at.y) / from.zoom];
          setSight({ ...from, x: from.x - dx, y: from.y - dy });
        } else if (way.length) add(onPage(e));
      }}
      onPointerUp={() => {
        held.current = null;
        if (way.length) finish();
      }}
      onPointerCancel={() => {
        held.current = null;
        setWay([]);
      }}
      sx={(theme) => ({
        position: 'relative',
        overflow: 'hidden',
        minWidth: 0,
        minHeight: 0,
        height: '100%',
        touchAction: 'none',
        userSelect: 'none',
        cursor: gesture === 'none' ? 'grab' : 'crosshair',
        bgcolor: SURROUND.light,
        '&:focus-visible': { outline: 'none', boxShadow: 'inset 0 0 0 2px #6A2A5B' },
        ...theme.applyStyles('dark', { bgcolor: SURROUND.dark }),
      })}
    >
      <canvas
        ref={canvas}
        aria-hidden
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
      />
      {sight && (
        <Box
          component="svg"
          aria-hidden
          sx={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
        >
          {children?.(sight)}
          {way.length > 0 && <Way way={way} sight={sight} brush={brush} />}
          {mark && <Mark at={mark} sight={sight} />}
        </Box>
      )}
      {sight && grips?.(sight)}
      {waiting && (
        <Box
          role="status"
          sx={{
            position: 'absolute',
            left: 12,
            bottom: 12,
            px: 1,
            py: 0.25,
            borderRadius: 1,
            bgcolor: 'background.paper',
            fontSize: 13,
          }}
        >
          Looking at the page.
        </Box>
      )}
    </Box>
  );
}

const screenOf = (p: Point, s: Sight) => ({ x: (p.x - s.x) * s.zoom, y: (p.y - s.y) * s.zoom });

/** The gesture under way, as wide as the brush. */
function Way({ way, sight, brush }: { way: Point[]; sight: Sight; brush: number }) {
  const points = way.map((p) => screenOf(p, sight)).map((p) => `${p.x},${p.y}`);
  const line = points.length > 1 ? points.join(' ') : `${points[0]} ${points[0]}`;
  return brush ? (
    <polyline
      points={line}
      fill="none"
      stroke="#6A2A5B"
      strokeOpacity={0.45}
      strokeWidth={Math.max(2, brush * sight.zoom)}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ) : (
    <>
      <polyline points={line} fill="none" stroke="#fff" strokeWidth={4} />
      <polyline points={line} fill="none" stroke="#6A2A5B" strokeWidth={2} strokeDasharray="6 4" />
    </>
  );
}

/** Where the keyboard's mark stands. */
function Mark({ at, sight }: { at: Point; sight: Sight }) {
  const { x, y } = screenOf(at, sight);
  const cross = `M${x - 12} ${y}H${x + 12}M${x} ${y - 12}V${y + 12}`;
  return (
    <>
      <path d={cross} stroke="#fff" strokeWidth={4} />
      <path d={cross} stroke="#6A2A5B" strokeWidth={2} />
    </>
  );
}
