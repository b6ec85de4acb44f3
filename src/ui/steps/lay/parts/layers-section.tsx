'use client';

import ArrowDownwardRounded from '@mui/icons-material/ArrowDownwardRounded';
import ArrowUpwardRounded from '@mui/icons-material/ArrowUpwardRounded';
import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded';
import VisibilityOffRounded from '@mui/icons-material/VisibilityOffRounded';
import VisibilityRounded from '@mui/icons-material/VisibilityRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import {
  counted,
  type DrawingLayer,
  effectivePpi,
  type Layer,
  type Motif,
  mmPer,
  moveLayer,
  type Project,
  removeLayer,
  setLayer,
  shownGround,
  sizeMm,
  type TileLayer,
  tileFit,
  tileFitText,
} from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import MotifPicture from '../../../parts/chrome/motif-picture';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import ColourChoice from '../../../parts/fields/colour-choice';
import { size, trim } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';

const BLENDS = {
  normal: 'covers what is under it',
  multiply: 'a glaze that darkens',
  screen: 'a glaze that lightens',
};

/** Drawings and tiles, and where the placements lie among them: the topmost first. */
export default function LayersSection({ project }: { project: Project }) {
  const [open, setOpen] = useState<string | null>(null);
  if (project.layers.length < 2) return null;
  const top = [...project.layers.entries()].reverse();
  return (
    <Part title="Layers">
      <Box sx={{ display: 'grid', gap: 0.75 }} data-testid="layers">
        {top.map(([n, layer]) => (
          <Row
            key={layer.id}
            project={project}
            layer={layer}
            first={n === project.layers.length - 1}
            last={n === 0}
            open={open === layer.id}
            onOpen={() => setOpen(open === layer.id ? null : layer.id)}
          />
        ))}
      </Box>
    </Part>
  );
}

type RowProps = {
  project: Project;
  layer: Layer;
  first: boolean;
  last: boolean;
  open: boolean;
  onOpen: () => void;
};

function Row({ project, layer, first, last, open, onOpen }: RowProps) {
  const bolt = useSession();
  if (layer.kind === 'placements') {
    return (
      <Line
        name="What is laid"
        says={counted(project.placements.length, 'placement')}
        buttons={<Order id={layer.id} name="what is laid" first={first} last={last} />}
      />
    );
  }
  const picture = project.pictures.find((p) => p.id === layer.picture);
  if (!picture) return null;
  const { name } = picture;
  const says =
    layer.kind === 'drawing'
      ? `drawing, ${trim(effectivePpi(picture.ppi, layer.scale), 0)} ppi`
      : layer.size
        ? `tile, ${size(layer.size.widthMm, layer.size.heightMm, project.brief.unit)}`
        : 'tile, one to a cell';
  return (
    <Box data-testid="layer">
      <Line
        name={name}
        says={says}
        picture={<MotifPicture motif={layer.id} width={44} height={44} ground={shownGround(project)} />}
        onOpen={onOpen}
        open={open}
        buttons={
          <>
            <Order id={layer.id} name={name} first={first} last={last} />
            <Small
              label={layer.hidden ? `Show ${name}` : `Hide ${name}`}
              onClick={() => edit(bolt, setLayer(layer.id, { hidden: layer.hidden ? undefined : true }))}
            >
              {layer.hidden ? (
                <VisibilityOffRounded fontSize="small" />
              ) : (
                <VisibilityRounded fontSize="small" />
              )}
            </Small>
            <Small label={`Take ${name} off`} onClick={() => edit(bolt, removeLayer(layer.id))}>
              <DeleteOutlineRounded fontSize="small" />
            </Small>
          </>
        }
      />
      {layer.kind === 'tile' && <Fit project={project} layer={layer} />}
      {open &&
        (layer.kind === 'drawing' ? (
          <DrawingFields project={project} layer={layer} picture={picture} />
        ) : (
          <TileFields project={project} layer={layer} />
        ))}
    </Box>
  );
}

function Small({
  label,
  onClick,
  disabled,
  children,
}: {
  label: string;
  onClick: () => void;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <Tooltip title={label}>
      <span>
        <IconButton size="small" aria-label={label} onClick={onClick} disabled={disabled}>
          {children}
        </IconButton>
      </span>
    </Tooltip>
  );
}

function Order({ id, name, first, last }: { id: string; name: string; first: boolean; last: boolean }) {
  const bolt = useSession();
  return (
    <>
      <Small
        label={`Lay ${name} over the next`}
        disabled={first}
        onClick={() => edit(bolt, moveLayer(id, 1))}
      >
        <ArrowUpwardRounded fontSize="small" />
      </Small>
      <Small
        label={`Lay ${name} under the next`}
        disabled={last}
        onClick={() => edit(bolt, moveLayer(id, -1))}
      >
        <ArrowDownwardRounded fontSize="small" />
      </Small>
    </>
  );
}

function Line({
  name,
  says,
  picture,
  buttons,
  open,
  onOpen,
}: {
  name: string;
  says: string;
  picture?: ReactNode;
  buttons: ReactNode;
  open?: boolean;
  onOpen?: () => void;
}) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 46 }}>
      {picture}
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {onOpen ? (
          <Button
            onClick={onOpen}
            aria-expanded={open}
            sx={{ p: 0, minHeight: 0, justifyContent: 'flex-start', maxWidth: '100%' }}
          >
            <Typography sx={{ fontWeight: 650, lineHeight: 1.2 }} noWrap>
              {name}
            </Typography>
          </Button>
        ) : (
          <Typography sx={{ fontWeight: 650, lineHeight: 1.2 }}>{name}</Typography>
        )}
        <Typography variant="caption" color="text.secondary" component="div" noWrap>
          {says}
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', flexShrink: 0 }}>{buttons}</Box>
    </Box>
  );
}

/** Whether a tile of its own size lines up with the repeat, and one press that makes it. */
function Fit({ project, layer }: { project: Project; layer: TileLayer }) {
  const bolt = useSession();
  if (!layer.size) return null;
  const now = { width: layer.size.widthMm, height: layer.size.heightMm };
  const fit = tileFit(project, now);
  const text = tileFitText(fit, now);
  if (!text) return null;
  return (
    <Box
      role="status"
      sx={{
        borderLeft: 3,
        borderColor: 'warning.main',
        pl: 1.5,
        my: 0.75,
        display: 'grid',
        gap: 0.75,
        justifyItems: 'start',
      }}
    >
      <Typography variant="body2">{text}</Typography>
      <Button
        variant="outlined"
        onClick={() =>
          edit(bolt, setLayer(layer.id, { size: { widthMm: fit.fitMm.width, heightMm: fit.fitMm.height } }))
        }
      >
        Make it {size(fit.fitMm.width, fit.fitMm.height, project.brief.unit)}
      </Button>
    </Box>
  );
}

function Common({ layer }: { layer: DrawingLayer | TileLayer }) {
  const bolt = useSession();
  return (
    <>
      <Choice
        label="How it lies"
        value={layer.blend ?? 'normal'}
        options={BLENDS}
        onChange={(blend) =>
          edit(bolt, setLayer(layer.id, { blend: blend === 'normal' ? undefined : blend }))
        }
      />
      <NumberField
        label="How thickly"
        unit="%"
        digits={0}
        step={5}
        value={(layer.opacity ?? 1) * 100}
        min={2}
        max={100}
        onChange={(v) =>
          edit(bolt, setLayer(layer.id, { opacity: v >= 100 ? undefined : v / 100 }), `opacity${layer.id}`)
        }
      />
    </>
  );
}

const grid = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, mt: 1, mb: 1 };

function TileFields({ project, layer }: { project: Project; layer: TileLayer }) {
  const bolt = useSession();
  const per = mmPer(project.brief.unit);
  const { size: own } = layer;
  const resize = (k: number) =>
    own && edit(bolt, setLayer(layer.id, { size: { widthMm: own.widthMm * k, heightMm: own.heightMm * k } }));
  return (
    <Box sx={grid}>
      {own && (
        <NumberField
          label="Tile width"
          unit={project.brief.unit}
          digits={project.brief.unit === 'in' ? 3 : 2}
          value={own.widthMm / per}
          min={1 / per}
          max={3000 / per}
          onChange={(v) => resize((v * per) / own.widthMm)}
        />
      )}
      <ColourChoice
        project={project}
        colour={layer.colour}
        onChange={(colour) => edit(bolt, setLayer(layer.id, { colour }))}
      />
      <Common layer={layer} />
    </Box>
  );
}

function DrawingFields({
  project,
  layer,
  picture,
}: {
  project: Project;
  layer: DrawingLayer;
  picture: Motif;
}) {
  const bolt = useSession();
  const { unit } = project.brief;
  const per = mmPer(unit);
  const digits = unit === 'in' ? 3 : 2;
  const own = sizeMm(picture);
  return (
    <Box sx={grid}>
      <NumberField
        label="Width"
        unit={unit}
        digits={digits}
        value={(own.width * layer.scale) / per}
        min={1 / per}
        max={3000 / per}
        onChange={(v) => edit(bolt, setLayer(layer.id, { scale: (v * per) / own.width }))}
      />
      <NumberField
        label="Height"
        unit={unit}
        digits={digits}
        value={(own.height * layer.scale) / per}
        min={1 / per}
        max={3000 / per}
        onChange={(v) => edit(bolt, setLayer(layer.id, { scale: (v * per) / own.height }))}
      />
      <NumberField
        label="Middle, across"
        unit={unit}
        digits={digits}
        value={layer.x / per}
        min={-4000 / per}
        max={4000 / per}
        onChange={(v) => edit(bolt, setLayer(layer.id, { x: v * per }))}
      />
      <NumberField
        label="Middle, down"
        unit={unit}
        digits={digits}
        value={layer.y / per}
        min={-4000 / per}
        max={4000 / per}
        onChange={(v) => edit(bolt, setLayer(layer.id, { y: v * per }))}
      />
      <Common layer={layer} />
    </Box>
  );
}
