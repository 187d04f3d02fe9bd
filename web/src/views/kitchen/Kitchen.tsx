import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { newId } from '../../api/client';
import { useChangeBatch } from '../../api/useChangeBatch';
import { useKitchen } from '../../api/useKitchen';
import { Button, Row } from '../../components/Buttons';
import { Page, Waiting } from '../../components/Page';
import { PictureList, Thumbs } from '../../components/PictureList';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Lacking = styled.span`
  color: ${c('thorn')};
  font-weight: 600;
`;

/** What came home and waits, and what is made of it. */
export default function Kitchen() {
  const { data, error } = useKitchen();
  const { mutate, isPending } = useChangeBatch();
  const [, go] = useLocation();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1>{strings.kitchen}</h1>
      <p>{strings.whatCameHomeWhatIs}</p>
      <Row data-screen-only>
        <Link href="/household">{strings.whoEatsHere}</Link>
        <Link href="/formulas">{strings.formulas}</Link>
        <Link href="/labels">{strings.labels}</Link>
        <Link href="/waiting">{strings.allThatWaits}</Link>
        <Link href="/emergency">{strings.somebodyIsIll}</Link>
      </Row>
      <h2>{strings.cameHome}</h2>
      {data.came_home.length === 0 && (
        <p>
          {strings.noClosed}
          <Link href="/baskets">{strings.basket}</Link>
          {strings.waitsToBeMadeInto}
        </p>
      )}
      <PictureList aria-label={strings.cameHome}>
        {data.came_home.map((p) => (
          <li key={p.id}>
            <Thumbs taxa={[p.taxon]} />
            <div className="said">
              <h3>
                <Link href={`/baskets/${p.id}`}>{p.name}</Link>
              </h3>
              <small>{[p.date, p.place, `${p.in} pieces`].filter(Boolean).join(' · ')}</small>
            </div>
            <Button
              isDisabled={isPending}
              aria-label={strings.makeSomethingOfItThe(p.name, p.date)}
              onPress={() => {
                const id = newId();
                mutate(
                  { id, change: { do: 'prepare', pickings: [p.id], records: [] } },
                  { onSuccess: () => go(`/kitchen/${id}`) },
                );
              }}
            >
              {strings.makeSomethingOfIt}
            </Button>
          </li>
        ))}
      </PictureList>
      <h2>{strings.batches}</h2>
      {data.batches.length === 0 && <p>{strings.thereIsNoneYet}</p>}
      <PictureList aria-label={strings.batches}>
        {data.batches.map((b) => (
          <li key={b.id}>
            <Thumbs taxa={b.taxa} />
            <div className="said">
              <h3>
                <Link href={`/kitchen/${b.id}`}>{b.name}</Link>
              </h3>
              <small>
                {[b.date, b.until && strings.keepsUntil(b.until), b.closed && strings.usedUp2]
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            {(b.over || b.lacking) && <Lacking>{b.over ? strings.keptTooLong : strings.stillToBePrepared}</Lacking>}
          </li>
        ))}
      </PictureList>
    </Page>
  );
}
