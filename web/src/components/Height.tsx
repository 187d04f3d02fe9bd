import { useSettings } from '../api/useSettings';
import { Quantity } from './Quantity';
import { strings } from './strings';
import { inUnits } from './units';

/** A height above the sea, kept in metres, in the user's own unit. */
export function Height({
  value,
  onChange,
}: {
  value: number | undefined;
  onChange: (metres: number | undefined) => void;
}) {
  const { data } = useSettings();
  const { height } = inUnits(data?.units === 'imperial');
  return (
    <Quantity
      label={strings.heightAboveTheSea}
      unit={height.unit}
      whole
      min={height.shown(-450)}
      max={height.shown(8900)}
      value={value === undefined ? undefined : height.shown(value)}
      onChange={(v) => onChange(v === undefined ? undefined : height.kept(v))}
    />
  );
}
