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
import { UndoRedo } from '../../components/UndoRedo';
import { withUnit } from '../../components/units';
import { useShortcuts } from '../../components/useShortcuts';
import { useTitle } from '../../components/useTitle';
import { useUnits } from '../../components/useUnits';
import { c, face } from '../../theme/tokens';
import { Piece } from './Piece';
import { strings } from './strings';
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
  useTitle(p && strings.basket(p.name));
  useShortcuts({
    z: () => p?.can_undo && change({ do: 'undo' }),
    y: () => p?.can_redo && change({ do: 'redo' }),
  });
  if (!p) return <Waiting error={error} />;
  const b = p.basket;
  const open = !p.closed && !p.deleted;
  return (
    <Page>
      <h1>{strings.basket(p.name)}</h1>
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
        <Link href={`/bench/${p.record}`}>{strings.theRecordItWasBegun}</Link>
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
          {strings.thisBasketIsDeleted}
          <Button onPress={() => change({ do: 'restore' })}>{strings.bringItBack}</Button>
        </p>
      )}
      <Band aria-label={strings.whatIsInTheBasket}>
        <strong>{b.in}</strong>
        <span>{b.says}</span>
        <span>
          {[
            b.trimmed > 0 && `${b.trimmed} trimmed`,
            b.left > 0 && strings.leftThere(b.left),
            b.apart > 0 && strings.doubtfulLyingApart(b.apart),
            b.others > 0 && strings.ofAnotherKind(b.others),
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </Band>
      <p role={p.allowed.over ? 'alert' : undefined}>{p.allowed.says}</p>
      {open && b.clean && (
        <Clean aria-label={strings.cleanHandsAndKnife}>
          <h2>{strings.cleanHandsAndKnife2}</h2>
          <p>{strings.afterTheNextPieceWaits(b.clean)}</p>
          <Primary isDisabled={isPending} onPress={() => change({ do: 'clean' })}>
            {strings.theyAreClean}
          </Primary>
        </Clean>
      )}
      {open && !b.clean && <Piece picking={p} busy={isPending} onChange={change} />}
      <Row style={{ marginTop: 14 }} data-screen-only>
        <UndoRedo of={p} busy={isPending} onChange={change} />
        {p.closed && !p.deleted && <Button onPress={() => change({ do: 'reopen' })}>{strings.reopenIt}</Button>}
      </Row>
      {open && <Numbers key={`${p.seen} ${p.g}`} picking={p} onChange={change} />}
      {p.pieces.length > 0 && (
        <Folded open={p.closed} heading={<h2>{strings.everyPiece(p.pieces.length)}</h2>}>
          {() => (
            <Chips aria-label={strings.pieces}>
              {p.pieces.map((x, i) => (
                <li key={x.piece} className={x.is}>
                  {i + 1}: {findingWords[x.is]}
                  {x.keeping === 'trim' ? ', trimmed' : x.keeping === 'leave' ? strings.leftThere2 : ''}
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
        pieces={p.pieces.map((x, i) => ({ id: x.piece, name: strings.piece(i + 1, findingWords[x.is]) }))}
      />
      {p.note && <p style={{ marginTop: 12 }}>{p.note}</p>}
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
    <Folded open={false} heading={<h2>{strings.howManyStoodThereWhat}</h2>}>
      {() => (
        <Row>
          <Quantity label={strings.piecesThatStoodThere} whole value={seen} onChange={setSeen} />
          <Button isDisabled={seen === undefined} onPress={() => onChange({ do: 'stand', seen: seen ?? 0 })}>
            {strings.keepTheNumber}
          </Button>
          <Quantity
            label={kind.unit === 'oz' ? strings.weightOunces : strings.weightGrams}
            unit={kind.unit}
            value={weight}
            onChange={setWeight}
          />
          <Button
            isDisabled={weight === undefined}
            onPress={() => onChange({ do: 'weigh', g: kind.kept(weight ?? 0) })}
          >
            {strings.keepTheWeight}
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
    <Folded open={false} heading={<h2>{strings.closeTheBasket}</h2>}>
      {() => (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            onChange({ do: 'close', note });
          }}
        >
          <p>{p.basket.says}</p>
          <Text label={strings.note} long value={note} onChange={setNote} />
          <Row>
            <Primary type="submit" isDisabled={busy || p.pieces.length === 0}>
              {strings.closeIt}
            </Primary>
          </Row>
        </form>
      )}
    </Folded>
  );
}
