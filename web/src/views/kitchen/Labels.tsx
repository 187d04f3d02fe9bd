import { useState } from 'react';
import styled from 'styled-components';
import { Link, useSearchParams } from 'wouter';
import type { Schema } from '../../api/client';
import { useFormulas } from '../../api/useFormulas';
import { useKitchen } from '../../api/useKitchen';
import { Primary, Row } from '../../components/Buttons';
import { moment } from '../../components/moments';
import { Page, Waiting } from '../../components/Page';
import { Tick } from '../../components/Tick';
import { c, face } from '../../theme/tokens';
import { strings } from './strings';

const Sheet = styled(Page)`
  @media print { padding: 0; max-width: none; }
`;

const Labels = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 12px;
  margin-top: 16px;
  @media print { grid-template-columns: 90mm 90mm; gap: 4mm; margin: 0; }
`;

const Label = styled.article`
  border: 2px solid ${c('ink')};
  border-radius: 10px;
  padding: 12px 16px;
  background: ${c('paper')};
  break-inside: avoid;
  && h2 { margin: 0; font: 800 20px/1.2 ${face.head}; }
  .must { border: 2px solid ${c('thorn')}; border-radius: 8px; padding: 4px 8px; margin: 6px 0; font-weight: 700; }
  small { display: block; font-size: 13.5px; }
  ul { list-style: disc; padding-left: 18px; font-size: 13.5px; }
  @media print {
    background: none;
    border: 0.4mm solid #000;
    font-size: 9pt;
    && h2 { font-size: 13pt; }
    .must { border-color: #000; }
    small, ul { font-size: 7.5pt; }
  }
`;

/** Labels to print and stick on what is kept: food that waits, and mixtures. Those alone that are ticked are printed. */
export default function LabelsView() {
  const { data: kitchen, error } = useKitchen();
  const { data: formulas } = useFormulas();
  const [search] = useSearchParams();
  const one = search.get('batch') ?? search.get('formula');
  const [off, setOff] = useState<Record<string, boolean>>({});
  if (!kitchen || !formulas) return <Waiting error={error} />;
  const batches = kitchen.batches.filter((b) => !b.closed);
  const chosen = (id: string) => !(off[id] ?? (one !== null && one !== id));
  const all = [
    ...batches.map((b) => ({ id: b.id, name: b.name })),
    ...formulas.map((f) => ({ id: f.id, name: named(f) })),
  ];
  const some = all.some((x) => chosen(x.id));
  return (
    <Sheet>
      <h1 data-screen-only>{strings.labels}</h1>
      <div data-screen-only>
        {all.length === 0 && (
          <p>
            {strings.nothingIsKeptThatA}
            <Link href="/kitchen">{strings.kitchen2}</Link>.
          </p>
        )}
        {all.map((x) => (
          <Tick key={x.id} isSelected={chosen(x.id)} onChange={(on) => setOff({ ...off, [x.id]: !on })}>
            {x.name}
          </Tick>
        ))}
        <Row style={{ marginTop: 10 }}>
          <Primary isDisabled={!some} onPress={() => print()}>
            {strings.printThem}
          </Primary>
          <Link href="/kitchen">{strings.toTheKitchen}</Link>
        </Row>
      </div>
      <Labels>
        {batches
          .filter((b) => chosen(b.id))
          .map((b) => (
            <Food key={b.id} batch={b} />
          ))}
        {formulas
          .filter((f) => chosen(f.id))
          .map((f) => (
            <Mixture key={f.id} formula={f} />
          ))}
      </Labels>
    </Sheet>
  );
}

const named = (f: Schema['RecordedFormula']) => f.is.name || strings.aMixtureWithoutAName;

function Food({ batch: b }: { batch: Schema['BatchRow'] }) {
  return (
    <Label aria-label={strings.labelOf(b.name)}>
      <h2>{b.name}</h2>
      {b.date && <div>{strings.gathered(b.date)}</div>}
      {b.to_do.length > 0 && (
        <div className="must">
          {strings.mustStillBeDoneBefore}
          {b.to_do.map((t) => (
            <div key={t}>{t}</div>
          ))}
        </div>
      )}
      {b.over && <div className="must">{b.over}</div>}
      <div>{b.state}</div>
      {b.shelved && <div>{b.shelved}</div>}
      {b.until && (
        <div>
          <strong>{strings.until3(b.until)}</strong>
        </div>
      )}
      <small>{strings.batchNamedFromARecord(b.id.slice(-6))}</small>
    </Label>
  );
}

function Mixture({ formula: f }: { formula: Schema['RecordedFormula'] }) {
  return (
    <Label aria-label={strings.labelOf(named(f))}>
      <h2>{named(f)}</h2>
      <div>{f.mixed ? f.mixed.parts.map((p) => `${p.percent} % ${p.called}`).join(', ') : f.trouble}</div>
      <div>{strings.ml(f.is.volume_ml, moment(f.changed))}</div>
      {f.mixed?.over.map((o) => (
        <div key={o} className="must">
          {o}
        </div>
      ))}
      <ul>
        {f.mixed?.cautions.map((x) => (
          <li key={x}>{x}</li>
        ))}
      </ul>
    </Label>
  );
}
