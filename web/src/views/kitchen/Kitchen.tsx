import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { newId } from '../../api/client';
import { useChangeBatch } from '../../api/useChangeBatch';
import { useKitchen } from '../../api/useKitchen';
import { Button, Row } from '../../components/Buttons';
import { Page, Waiting } from '../../components/Page';
import { c } from '../../theme/tokens';

const List = styled.ul`
  margin: 8px 0 4px;
  border-bottom: 1.5px solid ${c('mist')};
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 6px 16px; align-items: center; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  && h3 { font-size: 18px; margin: 0; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
  .lacking { color: ${c('thorn')}; font-weight: 600; }
`;

/** What came home and waits, and what is made of it. */
export default function Kitchen() {
  const { data, error } = useKitchen();
  const { mutate, isPending } = useChangeBatch();
  const [, go] = useLocation();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1>Kitchen</h1>
      <p>What came home, what is done to it, and who eats of it. A batch knows every piece that is in it.</p>
      <Row data-screen-only>
        <Link href="/household">Who eats here</Link>
        <Link href="/formulas">Formulas</Link>
        <Link href="/labels">Labels</Link>
        <Link href="/waiting">All that waits</Link>
        <Link href="/emergency">Somebody is ill</Link>
      </Row>
      <h2>Came home</h2>
      {data.came_home.length === 0 && (
        <p>
          No closed <Link href="/baskets">basket</Link> waits to be made into something.
        </p>
      )}
      <List aria-label="Came home">
        {data.came_home.map((p) => (
          <li key={p.id}>
            <div>
              <h3>
                <Link href={`/baskets/${p.id}`}>{p.name}</Link>
              </h3>
              <small>{[p.date, p.place, `${p.in} pieces`].filter(Boolean).join(' · ')}</small>
            </div>
            <Button
              isDisabled={isPending}
              aria-label={`Make something of it: the basket of ${p.name}, ${p.date}`}
              onPress={() => {
                const id = newId();
                mutate(
                  { id, change: { do: 'prepare', pickings: [p.id], records: [] } },
                  { onSuccess: () => go(`/kitchen/${id}`) },
                );
              }}
            >
              Make something of it
            </Button>
          </li>
        ))}
      </List>
      <h2>Batches</h2>
      {data.batches.length === 0 && <p>There is none yet.</p>}
      <List aria-label="Batches">
        {data.batches.map((b) => (
          <li key={b.id}>
            <div>
              <h3>
                <Link href={`/kitchen/${b.id}`}>{b.name}</Link>
              </h3>
              <small>
                {[b.date, b.until && `keeps until ${b.until}`, b.closed && 'used up'].filter(Boolean).join(' · ')}
              </small>
            </div>
            {(b.over || b.lacking) && (
              <span className="lacking">{b.over ? 'Kept too long' : 'Still to be prepared'}</span>
            )}
          </li>
        ))}
      </List>
    </Page>
  );
}
