import { Suspense } from 'react';
import { lazily } from './lazily';
import { Labelled } from './Pick';

const NumberBox = lazily(() => import('./NumberBox'));

export interface QuantityProps {
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  unit?: string;
  /** Whether only whole numbers make sense. */
  whole?: boolean;
  min?: number;
  max?: number;
  hint?: string;
  /** What is wrong with it. */
  wrong?: string | undefined;
}

/** A number in its unit, its control fetched when the first one is shown; its place is kept meanwhile. */
export function Quantity(props: QuantityProps) {
  return (
    <Suspense fallback={<Labelled>{props.label}</Labelled>}>
      <NumberBox {...props} />
    </Suspense>
  );
}
