import { Input, Label, NumberField } from 'react-aria-components';
import styled from 'styled-components';
import { Wrong } from './Fields';
import { box, Labelled } from './Pick';
import type { QuantityProps } from './Quantity';

const Box = styled(Input)`${box}`;

/** The units that a quantity may be in, by the names that the platform writes them with. */
const units: Record<string, string> = {
  mm: 'millimeter',
  cm: 'centimeter',
  m: 'meter',
  in: 'inch',
  ft: 'foot',
  g: 'gram',
  oz: 'ounce',
  deg: 'degree',
};

const decimal = new Intl.NumberFormat().formatToParts(0.5).find((p) => p.type === 'decimal')?.value ?? '.';

/** A number in its unit. Point and comma both part the decimals, whatever the platform's language. */
export default function NumberBox({
  label,
  value,
  onChange,
  unit = '',
  whole,
  min = 0,
  max,
  hint,
  wrong,
}: QuantityProps) {
  const named = units[unit];
  return (
    <Labelled
      as={NumberField}
      value={value ?? Number.NaN}
      onChange={(v: number) => onChange(Number.isNaN(v) ? undefined : v)}
      minValue={min}
      maxValue={max}
      isWheelDisabled
      isInvalid={Boolean(wrong)}
      validationBehavior="aria"
      formatOptions={{
        useGrouping: false,
        maximumFractionDigits: whole ? 0 : unit === 'deg' ? 7 : 6, // a centimetre on the ground
        ...(named ? { style: 'unit', unit: named, unitDisplay: unit === 'deg' ? 'narrow' : 'short' } : {}),
      }}
    >
      <Label>{label}</Label>
      <Box
        onKeyDown={(e) => {
          if ((e.key === '.' || e.key === ',') && e.key !== decimal) {
            e.preventDefault();
            document.execCommand('insertText', false, decimal);
          }
        }}
      />
      {hint && <small>{hint}</small>}
      {wrong && <Wrong>{wrong}</Wrong>}
    </Labelled>
  );
}
