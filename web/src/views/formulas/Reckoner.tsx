import { useState } from 'react';
import { useReckoned } from '../../api/useFormulas';
import { Button, Row } from '../../components/Buttons';
import { Quantity } from '../../components/Quantity';
import { Tick } from '../../components/Tick';
import { useUnits } from '../../components/useUnits';
import { strings } from './strings';

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
      aria-label={strings.dilutingPouringDrops}
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
      <Row>
        {field('have', strings.spiritThatIsTherePer)}
        {field('want', strings.spiritThatIsWantedPer)}
        {field('ml', strings.howMuchOfIt(volume.unit))}
      </Row>
      <Row>
        {field('g', weight.unit === 'oz' ? strings.herbOunces : strings.herbGrams)}
        <Tick isSelected={dried} onChange={setDried}>
          {strings.itIsDried}
        </Tick>
      </Row>
      <Row>
        {field('drops', strings.drops)}
        {field('counted', strings.dropsOfAnotherDropperIn)}
      </Row>
      <Row>
        <Button type="submit">{strings.reckon}</Button>
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
