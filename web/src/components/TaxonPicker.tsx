import { useState } from 'react';
import styled from 'styled-components';
import type { Taxon } from '../api/client';
import { useTaxonSearch } from '../api/useTaxonSearch';
import { Thumb } from '../drawings/Thumb';
import { c } from '../theme/tokens';
import { Button } from './Buttons';
import { Text } from './Fields';
import { strings } from './strings';
import { usePause } from './usePause';

const Found = styled.ul`
  max-width: 34rem;
  margin-top: 6px;
  button { width: 100%; text-align: left; margin-bottom: 4px; padding: 4px 12px; font-weight: 500; display: grid; grid-template-columns: 44px minmax(0, 1fr); gap: 10px; align-items: center; }
  em { color: ${c('stone')}; }
`;

/** How many names are offered at most. */
const most = 6;

/** Finds a taxon by any of its names and gives it. */
export function TaxonPicker({
  label,
  useful,
  kingdom,
  onPick,
}: {
  label: string;
  /** Only what has a use. */
  useful?: boolean;
  /** Only those of it. */
  kingdom?: string | undefined;
  onPick: (taxon: Taxon) => void;
}) {
  const [name, setName] = useState('');
  const query = usePause(name.trim());
  const { data } = useTaxonSearch(query);
  const found = (data ?? [])
    .filter((t) => (!useful || t.use !== 'none') && (!kingdom || t.kingdom === kingdom))
    .slice(0, most);
  return (
    <div>
      <Text label={label} type="search" value={name} onChange={setName} placeholder={strings.anyName} />
      {query !== '' && data && (
        <Found aria-label={strings.found(label)}>
          {found.map((t) => (
            <li key={t.id}>
              <Button
                onPress={() => {
                  onPick(t);
                  setName('');
                }}
              >
                <Thumb taxon={t.id} size={44} />
                <span>
                  {t.display_name} <em>({t.name})</em>
                </span>
              </Button>
            </li>
          ))}
          {found.length === 0 && <li>{strings.thisGuideHasNoSuch(useful ? strings.ofSomethingToTake : '')}</li>}
        </Found>
      )}
    </div>
  );
}
