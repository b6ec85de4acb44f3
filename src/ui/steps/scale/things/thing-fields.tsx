'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import {
  builtView,
  capital,
  cellOf,
  goodsNeeds,
  mmPer,
  type Project,
  ROOMS,
  type RoomName,
  repeatBlock,
  shownColourway,
} from '@/core';
import { heldPpi } from '@/session/cloth';
import { openThing, shownThing, THING_TIMES, things, useThings } from '@/session/mockups';
import Choice from '../../../parts/fields/choice';
import { length, size, trim } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';
import { motifsAsLaid } from '../ladder';

const ROOM_NAME: Record<RoomName, string> = { light: 'Light room', dark: 'Dark room' };
/** The slider goes by doublings: a step of it is felt alike everywhere. */
const slid = (times: number) => Math.log2(times);

/** Which thing, in which size, room and colourway, and how large the design is on it. */
export default function ThingFields({ project }: { project: Project }) {
  const look = useThings();
  const { thing, printMm, way } = shownThing(project, look);
  const { unit } = project.brief;
  const { goods } = thing;
  const block = repeatBlock(project.layout, cellOf(project));
  const set = (times: number) =>
    useThings.setState({ times: Math.min(THING_TIMES.most, Math.max(THING_TIMES.least, times)) });
  const names = Object.fromEntries(things().map((t) => [t.id, capital(t.goods.name)]));
  const sizes = Object.fromEntries(
    goods.sizes[unit].map((s, n) => [
      String(n),
      goods.prints === 'block'
        ? `${trim(s.width, 2)} ${unit} wide`
        : size(s.width * mmPer(unit), s.height * mmPer(unit), unit),
    ]),
  );
  const ways = Object.fromEntries(project.colourways.map((c) => [c.id, c.name]));
  const [tallest, next] = motifsAsLaid(project);
  const needs = goodsNeeds({
    ...{ product: thing, printMm, blockMm: block, times: look.times, ppi: project.brief.ppi },
    heldPpi: heldPpi(project),
  });
  const moved = look.from.x > 0 || look.from.y > 0;
  return (
    <>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
        <Box sx={{ gridColumn: '1 / -1' }}>
          <Choice label="On what" value={thing.id} options={names} onChange={openThing} />
        </Box>
        <Choice
          label={goods.prints === 'block' ? 'Its width' : 'Its print'}
          value={String(look.size ?? goods.usual)}
          options={sizes}
          onChange={(n) => useThings.setState({ size: Number(n) })}
        />
        <Choice
          label="Colourway"
          value={way.id}
          options={ways}
          onChange={(id) => useThings.setState({ way: id === shownColourway(project).id ? null : id })}
        />
        <ToggleButtonGroup
          exclusive
          fullWidth
          size="small"
          value={look.room}
          onChange={(_, room: RoomName | null) => room && useThings.setState({ room })}
          aria-label="In what light"
          sx={{ gridColumn: '1 / -1' }}
        >
          {ROOMS.map((room) => (
            <ToggleButton key={room} value={room}>
              {ROOM_NAME[room]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      <Box
        component="section"
        sx={{ borderTop: 1, borderColor: 'divider', pt: 1.5, display: 'grid', gap: 1 }}
      >
        <Typography variant="h3">Size of the design on it</Typography>
        <Box sx={{ px: 1 }}>
          <Slider
            aria-label="Size of the design"
            value={slid(look.times)}
            min={slid(THING_TIMES.least)}
            max={slid(THING_TIMES.most)}
            step={0.02}
            getAriaValueText={(v) => `${trim(2 ** v * 100, 0)} %`}
            onChange={(_, v) => set(2 ** Number(v))}
          />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
          <NumberField
            label="Of its size"
            unit="%"
            digits={1}
            step={5}
            value={look.times * 100}
            min={THING_TIMES.least * 100}
            max={THING_TIMES.most * 100}
            onChange={(v) => set(v / 100)}
          />
          <NumberField
            label="Repeat width"
            unit={unit}
            digits={2}
            step={0.5}
            value={(block.width * look.times) / mmPer(unit)}
            min={(block.width * THING_TIMES.least) / mmPer(unit)}
            max={(block.width * THING_TIMES.most) / mmPer(unit)}
            onChange={(v) => set((v * mmPer(unit)) / block.width)}
          />
        </Box>
        <Typography variant="body2" color="text.secondary" data-testid="on-it">
          {[tallest, next]
            .flatMap((m) => (m ? [`${m.name} is ${length(m.height * look.times, unit)} high`] : []))
            .join(', ')}
          {tallest ? '. ' : ''}
          {needs.larger
            ? 'The repeat is larger than it: not all of the design is on it.'
            : `The repeat goes ${trim(printMm.width / (block.width * look.times), 2)} times across.`}
        </Typography>
        {needs.meets && (
          <Typography variant="body2" color="text.secondary" data-testid="meets">
            {Math.abs(needs.meets.repeats - needs.meets.whole) < 0.005
              ? `Its ends meet: ${needs.meets.whole} ${needs.meets.whole === 1 ? 'repeat goes' : 'repeats go'} round.`
              : `${trim(needs.meets.repeats, 2)} repeats would go all the way round: its ends do not match.`}
          </Typography>
        )}
        {needs.meets && Math.abs(needs.meets.repeats - needs.meets.whole) >= 0.005 && (
          <Button
            size="small"
            variant="outlined"
            onClick={() => needs.meets && set(needs.meets.times)}
            sx={{ justifySelf: 'start' }}
          >
            Match its ends, at {trim(needs.meets.times * 100, 1)} %
          </Button>
        )}
        {goods.cutEvery !== undefined && (
          <FormControlLabel
            sx={{ '& .MuiCheckbox-root': { py: 0.4 } }}
            control={
              <Checkbox
                size="small"
                checked={look.matched}
                onChange={(_, matched) => useThings.setState({ matched })}
              />
            }
            label="Matched from width to width"
          />
        )}
        {builtView(goods)?.hand && (
          <FormControlLabel
            sx={{ '& .MuiCheckbox-root': { py: 0.4 } }}
            control={
              <Checkbox
                size="small"
                checked={look.hand}
                onChange={(_, hand) => useThings.setState({ hand })}
              />
            }
            label="A hand beside it, for scale"
          />
        )}
        <Typography variant="body2" color="text.secondary">
          Drag it to move the repeat.
          {moved && ` It begins ${length(look.from.x, unit)} across, ${length(look.from.y, unit)} down.`}
        </Typography>
        {moved && (
          <Button
            size="small"
            onClick={() => useThings.setState({ from: { x: 0, y: 0 } })}
            sx={{ justifySelf: 'start' }}
          >
            Back to its corner
          </Button>
        )}
      </Box>
    </>
  );
}
