import NumberField from './number-field';

/** At which ppi art was drawn or scanned. */
export default function DrawnAt({ ppi, onChange }: { ppi: number; onChange: (ppi: number) => void }) {
  return (
    <NumberField label="Drawn at" unit="ppi" digits={1} value={ppi} min={36} max={4800} onChange={onChange} />
  );
}
