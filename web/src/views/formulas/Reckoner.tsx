import { useState } from 'react';
import { useReckoned } from '../../api/useFormulas';
import { Button, Row } from '../../components/Buttons';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { useUnits } from '../../components/useUnits';

/** Dilutes a spirit, pours it on a weight, and counts drops. */
export function Reckoner() {
  const { mutate, data, error, reset } = useReckoned();
  const [q, setQ] = useState<{
    have?: number;
    want?: number;
    ml?: number;
    g?: number;
    drops?: number;
    counted?: number;
  }>({});
  const { volume, weight } = useUnits();
  const [dried, setDried] = useState(false);
  const field = (key: keyof typeof q, label: string) => (
    <Quantity
      label={label}
      value={q[key]}
      onChange={(v) => {
        reset();
        const { [key]: _, ...rest } = q;
        setQ(v === undefined ? rest : { ...rest, [key]: v });
      }}
    />
  );
  return (
    <form
      aria-label="Diluting, pouring, drops"
      style={{ display: 'grid', gap: 10 }}
      onSubmit={(e) => {
        e.preventDefault();
        mutate({
          ...q,
          dried,
          ...(q.ml === undefined ? {} : { ml: volume.kept(q.ml) }),
          ...(q.g === undefined ? {} : { g: weight.kept(q.g) }),
        });
      }}
    >
      <Row style={{ alignItems: 'end' }}>
        {field('have', 'Spirit that is there, per cent')}
        {field('want', 'Spirit that is wanted, per cent')}
        {field('ml', `How much of it, ${volume.unit}`)}
      </Row>
      <Row style={{ alignItems: 'end' }}>
        {field('g', weight.unit === 'oz' ? 'Herb, ounces' : 'Herb, grams')}
        <Tick isSelected={dried} onChange={setDried}>
          It is dried
        </Tick>
      </Row>
      <Row style={{ alignItems: 'end' }}>
        {field('drops', 'Drops')}
        {field('counted', 'Drops of another dropper in 5 ml; left empty, the one of your settings')}
      </Row>
      <Row>
        <Button type="submit">Reckon</Button>
      </Row>
      {error && <p role="alert">{error.message}</p>}
      {data && (
        <div role="status">
          {data.map((says) => (
            <p key={says}>{says}</p>
          ))}
        </div>
      )}
    </form>
  );
}
