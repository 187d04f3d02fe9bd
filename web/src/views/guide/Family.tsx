import { Link } from 'wouter';
import { useFamily } from '../../api/useFamily';
import { useGuide } from '../../api/useGuide';
import { Page, Waiting } from '../../components/Page';
import { UseAndHarm } from '../../components/UseAndHarm';
import { Rows } from './Rows';

/** A family: what its taxa in this guide share, and each of them, the gravest first. */
export default function Family({ name }: { name: string }) {
  const { data, error } = useFamily(name);
  const { guide } = useGuide();
  if (!data || !guide) return <Waiting error={error} />;
  return (
    <Page>
      <p>
        <Link href="/guide">The guide</Link>
      </p>
      <h1>{data.name}</h1>
      {data.older.length > 0 && <p>In older books: {data.older.join(', ')}.</p>}
      <h2>What all {data.taxa.length} of this guide share</h2>
      {data.traits.length === 0 ? (
        <p>Nothing that others do not show too, or this guide holds one of them only.</p>
      ) : (
        <Rows>
          {data.traits.map((t) => {
            const character = guide.character(t.character);
            return (
              <li key={t.character}>
                <strong>{character?.name}</strong>
                <span>{t.states.map((s) => character?.states.find((x) => x.id === s)?.name).join('; or ')}</span>
              </li>
            );
          })}
        </Rows>
      )}
      <p>Shared by those this guide holds; others of the family may differ.</p>
      <h2>Its taxa</h2>
      <Rows>
        {data.taxa.map((t) => (
          <li key={t.id}>
            <strong>
              <Link href={`/guide/${t.id}`}>{t.display_name}</Link>
            </strong>
            <span>
              <em>{t.name}</em>, <UseAndHarm taxon={t} />
            </span>
          </li>
        ))}
      </Rows>
    </Page>
  );
}
