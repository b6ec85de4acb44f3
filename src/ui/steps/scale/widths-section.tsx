'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import {
  capital,
  cellOf,
  isBare,
  type Project,
  printedAs,
  products,
  repeatBlock,
  widthsThatWork,
} from '@/core';
import { thinnestOnCloth } from '@/session/check';
import { heldPpi, lookAt } from '@/session/cloth';
import { messageOf, sessionStore } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import LengthField from '../../parts/fields/length-field';
import { length, trim } from '../../parts/fields/lengths';
import { motifsAsLaid, USUAL_ACROSS } from './ladder';

type Asked = {
  printed: string[] | null;
  hero: { least: number; most: number } | null;
  across: number | null;
  lines: boolean;
};
const useAsked = sessionStore<Asked>(() => ({ printed: null, hero: null, across: null, lines: true }));
const LIMIT = { least: 1, most: 20_000 };

/** The widths of the repeat at which pixels, lines, the largest motif and whole repeats all hold, for all that it is printed as. */
export default function WidthsSection({ project }: { project: Project }) {
  const asked = useAsked();
  const { unit } = project.brief;
  const block = repeatBlock(project.layout, cellOf(project));
  const motifs = motifsAsLaid(project);
  // A drawing has no largest motif to mind.
  const heroMm = Math.max(0, ...motifs.map((m) => m.height));
  const printed = asked.printed ?? [project.checking.product];
  const hero = asked.hero ?? { least: heroMm / 2, most: heroMm * 2 };
  const across = asked.across ?? USUAL_ACROSS[unit];
  if (isBare(project))
    return (
      <Fold title="The width that works" summary="Once there is art on the cloth.">
        <span />
      </Fold>
    );
  const lineMm = thinnestOnCloth(project);
  let [band, trouble]: [ReturnType<typeof widthsThatWork> | null, string] = [null, ''];
  try {
    band = widthsThatWork({
      now: {
        repeatMm: block.width,
        heroMm: heroMm || 1,
        ppi: heldPpi(project),
        lineMm: asked.lines ? lineMm : null,
      },
      printed: products
        .all()
        .flatMap(({ id, name, wants }) => (printed.includes(id) ? [{ name, ...wants }] : [])),
      hero: heroMm ? hero : undefined,
      across,
    });
  } catch (error) {
    trouble = messageOf(error);
  }
  const { least, most, any, whole } = band ?? {};
  const width = (mm: number) => length(mm, unit);
  const says = !band
    ? trouble
    : !any
      ? `No width: ${least?.why} below ${width(least?.mm ?? 0)}, and above ${width(most?.mm ?? 0)} ${most?.why}.`
      : least && most
        ? `A repeat ${width(least.mm)} to ${width(most.mm)} wide. Below, ${least.why}; above, ${most.why}.`
        : least
          ? `A repeat of ${width(least.mm)} and wider. Below, ${least.why}.`
          : most
            ? `A repeat of up to ${width(most.mm)}. Above, ${most.why}.`
            : 'Any width.';
  return (
    <Fold title="The width that works" summary={says}>
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <Box sx={{ display: 'grid' }}>
          {printedAs(project.checking.product).map(({ id, name }) => (
            <FormControlLabel
              key={id}
              label={capital(name)}
              slotProps={{ typography: { variant: 'body2' } }}
              control={
                <Checkbox
                  size="small"
                  checked={printed.includes(id)}
                  onChange={(e) =>
                    useAsked.setState({
                      printed: e.target.checked ? [...printed, id] : printed.filter((p) => p !== id),
                    })
                  }
                />
              }
            />
          ))}
          <FormControlLabel
            label="Mind the thinnest line, too"
            slotProps={{ typography: { variant: 'body2' } }}
            control={
              <Checkbox
                size="small"
                checked={asked.lines}
                onChange={(e) => useAsked.setState({ lines: e.target.checked })}
              />
            }
          />
        </Box>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
          {heroMm > 0 && (
            <>
              <LengthField
                label="Largest motif from"
                mm={hero.least}
                unit={unit}
                {...LIMIT}
                onChange={(v) => useAsked.setState({ hero: { ...hero, least: v } })}
              />
              <LengthField
                label="To"
                mm={hero.most}
                unit={unit}
                {...LIMIT}
                onChange={(v) => useAsked.setState({ hero: { ...hero, most: v } })}
              />
            </>
          )}
          <LengthField
            label="Whole repeats across"
            mm={across}
            unit={unit}
            {...LIMIT}
            onChange={(v) => useAsked.setState({ across: v })}
          />
        </Box>
        <Typography variant="body2" data-testid="widths">
          {says}
          {asked.lines && lineMm === null ? ' Its lines are still being measured.' : ''}
        </Typography>
        {whole?.map(({ repeats, mm }) => (
          <Box key={repeats} sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
            <Typography variant="body2" sx={{ flex: 1 }}>
              {repeats} across: {width(mm)}, {trim((100 * mm) / block.width, 1)} % of its size
            </Typography>
            <Button
              size="small"
              aria-label={`Take ${repeats} across`}
              onClick={() => lookAt(mm / block.width)}
            >
              Take it
            </Button>
          </Box>
        ))}
      </Box>
    </Fold>
  );
}
