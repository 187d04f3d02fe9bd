import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { type PickingChange, useChangePicking } from '../../api/useChangePicking';
import { usePicking } from '../../api/usePicking';
import { Button, Primary, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Page, Waiting } from '../../components/Page';
import Photographs from '../../components/Photographs';
import { Quantity } from '../../components/Quantity';
import { withUnit } from '../../components/units';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { useUnits } from '../../components/useUnits';
import { c, face } from '../../theme/tokens';
import { Piece } from './Piece';
import { findingWords } from './words';

type Picking = Schema['Picking'];

const Band = styled.section`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 4px 18px;
  align-items: center;
  background: ${c('band')};
  color: ${c('onBand')};
  border-radius: 16px;
  padding: 12px 18px;
  margin: 10px 0 14px;
  strong { font: 800 46px/1 ${face.head}; font-variant-numeric: tabular-nums; grid-row: span 2; }
  @media print { background: none; color: #000; border: 1.5px solid #000; }
`;

const Clean = styled.section`
  border: 3px solid ${c('thorn')};
  border-radius: 16px;
  padding: 14px 18px;
  background: ${c('paper')};
  && h2 { margin: 0; }
`;

const Chips = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-top: 8px;
  li { border: 1.5px solid ${c('mist')}; border-radius: 8px; padding: 3px 9px; font-size: 14.5px; }
  .another, .doubtful { border-color: ${c('thorn')}; color: ${c('thorn')}; font-weight: 600; }
  .unchecked { border-style: dashed; border-color: ${c('stone')}; }
`;

/** A basket: one kind at one place, piece by piece, made for one thumb. */
export default function Basket({ id }: { id: string }) {
  const { data: p, error } = usePicking(id);
  const { mutate, isPending } = useChangePicking();
  const change = (what: PickingChange) => mutate({ id, change: what });
  useTitle(p && `Basket: ${p.name}`);
  useShortcuts({
    z: () => p?.can_undo && change({ do: 'undo' }),
    y: () => p?.can_redo && change({ do: 'redo' }),
  });
  if (!p) return <Waiting error={error} />;
  const b = p.basket;
  const open = !p.closed && !p.deleted;
  return (
    <Page>
      <h1>Basket: {p.name}</h1>
      <p>
        {[p.date, p.place.name, p.closed && 'closed', p.g > 0 && <Weight key="g" g={p.g} />]
          .filter(Boolean)
          .map((x, i) => (
            <span key={i}>
              {i > 0 && ' · '}
              {x}
            </span>
          ))}
        {' · '}
        <Link href={`/bench/${p.record}`}>the record it was begun from</Link>
      </p>
      {p.not_to_eat.map((why) => (
        <p key={why} role="alert">
          <strong>{why}</strong>
        </p>
      ))}
      {p.trouble && (
        <p role="alert">
          <strong>{p.trouble}</strong>
        </p>
      )}
      {p.deleted && (
        <p>
          This basket is deleted. <Button onPress={() => change({ do: 'restore' })}>Bring it back</Button>
        </p>
      )}
      <Band aria-label="What is in the basket">
        <strong>{b.in}</strong>
        <span>{b.says}</span>
        <span>
          {[
            b.trimmed > 0 && `${b.trimmed} trimmed`,
            b.left > 0 && `${b.left} left there`,
            b.apart > 0 && `${b.apart} doubtful, lying apart`,
            b.others > 0 && `${b.others} of another kind`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </Band>
      <p role={p.allowed.over ? 'alert' : undefined}>{p.allowed.says}</p>
      {open && b.clean && (
        <Clean aria-label="Clean hands and knife">
          <h2>Clean hands and knife.</h2>
          <p>After {b.clean}. The next piece waits for it, and so does everything you would put into your mouth.</p>
          <Primary isDisabled={isPending} onPress={() => change({ do: 'clean' })}>
            They are clean
          </Primary>
        </Clean>
      )}
      {open && !b.clean && <Piece picking={p} busy={isPending} onChange={change} />}
      <Row style={{ marginTop: 14 }} data-screen-only>
        <Button isDisabled={!p.can_undo || isPending} onPress={() => change({ do: 'undo' })}>
          Undo
        </Button>
        <Button isDisabled={!p.can_redo || isPending} onPress={() => change({ do: 'redo' })}>
          Redo
        </Button>
        {p.closed && !p.deleted && <Button onPress={() => change({ do: 'reopen' })}>Reopen it</Button>}
      </Row>
      {open && <Numbers key={`${p.seen} ${p.g}`} picking={p} onChange={change} />}
      {p.pieces.length > 0 && (
        <Folded open={p.closed} heading={<h2>Every piece: {p.pieces.length}</h2>}>
          {() => (
            <Chips aria-label="Pieces">
              {p.pieces.map((x, i) => (
                <li key={x.piece} className={x.is}>
                  {i + 1}: {findingWords[x.is]}
                  {x.keeping === 'trim' ? ', trimmed' : x.keeping === 'leave' ? ', left there' : ''}
                </li>
              ))}
            </Chips>
          )}
        </Folded>
      )}
      <Photographs
        of="picking"
        id={id}
        closed={p.deleted}
        pieces={p.pieces.map((x, i) => ({ id: x.piece, name: `Piece ${i + 1}: ${findingWords[x.is]}` }))}
      />
      {p.note && <p>{p.note}</p>}
      {open && <End picking={p} busy={isPending} onChange={change} />}
    </Page>
  );
}

function Weight({ g }: { g: number }) {
  return <>{withUnit(useUnits().weight, g)}</>;
}

/** How many stood there, and what the basket weighs. */
function Numbers({ picking: p, onChange }: { picking: Picking; onChange: (change: PickingChange) => void }) {
  const { weight: kind } = useUnits();
  const [seen, setSeen] = useState<number | undefined>(p.seen || undefined);
  const [weight, setWeight] = useState<number | undefined>(p.g ? kind.shown(p.g) : undefined);
  return (
    <Folded open={false} heading={<h2>How many stood there, what it weighs</h2>}>
      {() => (
        <Row style={{ alignItems: 'end' }}>
          <Quantity label="Pieces that stood there" whole value={seen} onChange={setSeen} />
          <Button isDisabled={seen === undefined} onPress={() => onChange({ do: 'stand', seen: seen ?? 0 })}>
            Keep the number
          </Button>
          <Quantity
            label={kind.unit === 'oz' ? 'Weight, ounces' : 'Weight, grams'}
            unit={kind.unit}
            value={weight}
            onChange={setWeight}
          />
          <Button
            isDisabled={weight === undefined}
            onPress={() => onChange({ do: 'weigh', g: kind.kept(weight ?? 0) })}
          >
            Keep the weight
          </Button>
        </Row>
      )}
    </Folded>
  );
}

function End({
  picking: p,
  busy,
  onChange,
}: {
  picking: Picking;
  busy: boolean;
  onChange: (change: PickingChange) => void;
}) {
  const [note, setNote] = useState('');
  return (
    <Folded open={false} heading={<h2>Close the basket</h2>}>
      {() => (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            onChange({ do: 'close', note });
          }}
        >
          <p>{p.basket.says}</p>
          <Text label="Note" long value={note} onChange={setNote} />
          <Row>
            <Primary type="submit" isDisabled={busy || p.pieces.length === 0}>
              Close it
            </Primary>
          </Row>
        </form>
      )}
    </Folded>
  );
}
