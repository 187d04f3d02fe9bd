import styled from 'styled-components';
import { Link } from 'wouter';
import { useChangePicking } from '../../api/useChangePicking';
import { usePickings } from '../../api/usePickings';
import { Button } from '../../components/Buttons';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { c } from '../../theme/tokens';

const List = styled.ul`
  margin-top: 18px;
  border-bottom: 1.5px solid ${c('mist')};
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 6px 16px; align-items: center; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  && h2 { font-size: 18px; margin: 0; }
  small { color: ${c('stone')}; font-size: 15px; display: block; }
`;

/** The baskets: what was gathered, piece by piece. */
export default function Baskets() {
  const { data, error } = usePickings();
  const { mutate, isPending } = useChangePicking();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1 tabIndex={-1}>Baskets</h1>
      <p>
        One good specimen is not a basket: every piece is looked at. A basket is begun from a{' '}
        <Link href="/records">record</Link> on which everything harmful was ruled out.
      </p>
      {data.length === 0 && <p>There is none yet.</p>}
      <List aria-label="Baskets">
        {data.map((p) => (
          <li key={p.id}>
            <div>
              <h2>
                <Link href={`/baskets/${p.id}`}>{p.name}</Link>
              </h2>
              <small>
                {[p.date, p.place, p.in === 1 ? '1 piece' : `${p.in} pieces`, p.closed ? 'closed' : 'open']
                  .filter(Boolean)
                  .join(' · ')}
              </small>
            </div>
            <Button
              aria-label={`Delete the basket of ${p.name}, ${p.date}`}
              isDisabled={isPending}
              onPress={() =>
                mutate(
                  { id: p.id, change: { do: 'delete' } },
                  {
                    onSuccess: () =>
                      tell({
                        text: 'The basket was deleted.',
                        action: { name: 'Bring it back', do: () => mutate({ id: p.id, change: { do: 'restore' } }) },
                      }),
                  },
                )
              }
            >
              Delete
            </Button>
          </li>
        ))}
      </List>
    </Page>
  );
}
