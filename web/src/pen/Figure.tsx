import { PlantFigure } from './late';
import { Mushroom, type Shown } from './Mushroom';
import { Sheet } from './Sheet';

/** A specimen or a taxon drawn from what it shows, in the pose and scale that all figures share. */
export function Figure({
  kingdom,
  shown,
  label,
  size = 200,
}: {
  kingdom: string;
  shown: Shown;
  label: string;
  size?: number;
}) {
  const fungi = kingdom === 'fungi';
  return (
    <Sheet
      viewBox={fungi ? '-4 0 128 136' : '-6 -4 132 208'}
      role="img"
      aria-label={label}
      height={size}
      width={fungi ? size * 0.94 : size * 0.64}
    >
      {fungi ? <Mushroom shown={shown} unknown /> : <PlantFigure shown={shown} />}
    </Sheet>
  );
}
