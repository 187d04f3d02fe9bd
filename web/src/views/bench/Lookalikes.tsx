import { Suspense, useState } from 'react';
import styled from 'styled-components';
import type { Reading, Ruling, Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { Button } from '../../components/Buttons';
import { byWord } from '../../components/byWord';
import { Stalk } from '../../components/Harm';
import { lazily } from '../../components/lazily';
import { useNarrow } from '../../components/useNarrow';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { Lookalike } from './Lookalike';
import { strings } from './strings';

const Box = styled.section`
  h2 { font-size: 19px; }
  > p { margin: 2px 0 12px; color: ${c('stone')}; font-size: 15px; }
  details { border-top: 1.5px solid ${c('mist')}; }
  summary { cursor: pointer; font-weight: 600; min-height: 44px; padding: 10px 0; }
  summary small { display: block; font-weight: 400; font-size: 14.5px; color: ${c('stone')}; }
`;

interface Props {
  ruling: Ruling;
  readings: Reading[];
  guide: GuideIndex;
  closed: boolean;
  /** Whether what each line weighs is shown in numbers. */
  weights: boolean;
  onPick: (character: string) => void;
}

/** How many canes stand open on a phone. */
const openOnPhone = 2;

/**
 * Every harmful species as a cane: the cuts made, the cuts missing, and where it could still be cut. The few that matter now
 * stand open; the others are folded, by family, and can be searched.
 */
export function Lookalikes(props: Props) {
  const { ruling, guide } = props;
  const standing = ruling.harmful.filter((h) => h.status !== 'out');
  const down = ruling.harmful.filter((h) => h.status === 'out');
  const now = new Set(ruling.holding.filter((h) => h.now).map((h) => h.taxon));
  const narrow = useNarrow();
  const first = standing.filter((h) => now.has(h.taxon)).slice(0, narrow ? openOnPhone : standing.length);
  const others = standing.filter((h) => !first.includes(h));
  return (
    <Box aria-label={strings.harmfulSpeciesStillStanding}>
      <h2>{standing.length > 0 ? strings.stillStanding(standing.length) : strings.noneIsStanding}</h2>
      <p>
        {ruling.harmful.length === 0
          ? strings.thisGuideKnowsNoHarmful
          : standing.length > 0
            ? strings.eachNeedsItsCutsThings
            : strings.everyHarmfulSpeciesOfThis}
      </p>
      <ul>
        {first.map((h) => (
          <Still key={h.taxon} harmful={h} {...props} />
        ))}
      </ul>
      {others.length > 0 && (
        <Fold {...props} list={others} says={first.length > 0 ? `${others.length} more` : strings.all(others.length)} />
      )}
      {down.length > 0 && (
        <Fold {...props} list={down} down says={`${down.length} ${down.length === 1 ? 'is' : 'are'} down`} />
      )}
      {ruling.apart.length > 0 && (
        <p>{strings.notKnownFromThisContinent(ruling.apart.map((t) => guide.nameWithin(t)).join(', '))}</p>
      )}
    </Box>
  );
}

/** The families of a list, those with most first, in words: "12 of Apiaceae, 9 of Solanaceae and 20 others". */
function families(list: Schema['Harmful'][], guide: GuideIndex): string {
  const count = new Map<string, number>();
  for (const h of list) {
    const family = guide.taxon(h.taxon)?.family;
    if (family) count.set(family, (count.get(family) ?? 0) + 1);
  }
  const most = [...count].sort((a, b) => b[1] - a[1] || byWord(a[0], b[0])).slice(0, 3);
  const rest = list.length - most.reduce((sum, [, n]) => sum + n, 0);
  const words = most.map(([family, n]) => `${n} of ${family}`);
  if (rest > 0) words.push(`${rest} others`);
  return words.join(', ');
}

const Search = lazily(() => import('../../components/Fields').then((m) => ({ default: m.Text })));

/** From so many on a folded list can be searched. */
const searchedFrom = 8;

/** A folded list of canes; nothing of it is drawn before it is opened. */
function Fold({ list, says, down, ...props }: Props & { list: Schema['Harmful'][]; says: string; down?: boolean }) {
  const { guide } = props;
  const [open, setOpen] = useState(false);
  const [query, setQuery] = useState('');
  const wanted = query.trim().toLowerCase();
  const found = list.filter((h) => {
    const taxon = guide.taxon(h.taxon);
    return [guide.nameOf(h.taxon), taxon?.name, taxon?.family].some((x) => x?.toLowerCase().includes(wanted));
  });
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        {says}
        {list.length > 3 && <small>{families(list, guide)}</small>}
      </summary>
      {open && list.length >= searchedFrom && (
        <Suspense>
          <Search label={strings.searchThese(list.length)} type="search" value={query} onChange={setQuery} />
        </Suspense>
      )}
      {open && (
        <ul>
          {found.map((h) =>
            down ? (
              <Lookalike key={h.taxon}>
                <Stalk thorns={harmWords[h.harm]?.thorns ?? 0} down />
                <div>
                  <h3>{guide.nameOf(h.taxon)}</h3>
                  <Cuts harmful={h} missing={0} {...props} />
                </div>
              </Lookalike>
            ) : (
              <Still key={h.taxon} harmful={h} {...props} />
            ),
          )}
        </ul>
      )}
      {open && found.length === 0 && <p>{strings.noneOfThemIsCalled}</p>}
    </details>
  );
}

/** A weight in decibans, with its sign. */
const decibans = (w: number) => `${w > 0 ? '+' : w < 0 ? '−' : ''}${Math.abs(w)} dB`;

/** A line that weighs less, in decibans, is told only where weights are shown. */
const worthTelling = 3;

function Cuts({
  harmful,
  readings,
  guide,
  missing,
  weights,
}: Pick<Props, 'readings' | 'guide' | 'weights'> & { harmful: Schema['Harmful']; missing: number }) {
  const says = (id: string) => {
    const character = guide.character(id);
    const reading = readings.find((r) => r.character === id);
    const state = reading?.states?.map((s) => character?.states.find((x) => x.id === s)?.name ?? s).join(', ');
    return `${(character?.name ?? id).toLowerCase()}${state ? `: ${state.toLowerCase()}` : ''}`;
  };
  // What weighs little is left to those who want the numbers.
  const told = harmful.lines.filter((l) => weights || l.cut || Math.abs(l.weight) >= worthTelling);
  const kind = (l: Schema['LineWeight']) => {
    if (l.weight < 0) return strings.speaksForIt;
    if (l.cut) return strings.cut;
    if (l.full) return strings.seldomSo;
    return l.characters.every((x) => guide.character(x)?.hint) ? strings.onlyAHint : strings.notFirmYet;
  };
  return (
    <div className="cuts">
      {told.map((l) => (
        <span key={l.line} className={l.weight < 0 ? 'for' : l.cut ? 'cut' : 'hint'}>
          {kind(l)}
          {l.characters.length === 0 ? strings.soFarFromItsSeason : l.characters.map(says).join('; ')}
          {weights && ` (${decibans(l.weight)})`}
        </span>
      ))}
      {weights && (
        <span className="hint">
          {strings.balanceOfSlipsOf(decibans(harmful.balance), harmful.needed, harmful.margin, harmful.margin_needed)}
        </span>
      )}
      {missing > 0 && <span className="need">{missing === 1 ? strings.oneMoreCut : strings.cutsMissing(missing)}</span>}
    </div>
  );
}

function Still({ harmful, ruling, readings, guide, closed, weights, onPick }: Props & { harmful: Schema['Harmful'] }) {
  const holding = ruling.holding.find((x) => x.taxon === harmful.taxon);
  const lines = holding?.lines ?? [];
  const characters = lines.flatMap((l) => l.characters.slice(0, 1)).slice(0, 5);
  const harm = harmWords[harmful.harm];
  return (
    <Lookalike>
      <Stalk thorns={harm?.thorns ?? 0} marks={harmful.lines} />
      <div>
        <h3>{guide.nameOf(harmful.taxon)}</h3>
        <div className="harm">{harm?.say}</div>
        <Cuts harmful={harmful} readings={readings} guide={guide} weights={weights} missing={holding?.missing ?? 0} />
        {!closed && characters.length > 0 && (
          <div className="holds">
            <span>{strings.couldStillCutIt(lines.length, lines.length === 1 ? strings.line : strings.lines)}</span>
            {characters.map((id) => (
              <Button key={id} onPress={() => onPick(id)}>
                {guide.character(id)?.name}
              </Button>
            ))}
          </div>
        )}
        {!closed && ruling.working && characters.length === 0 && (
          <div className="holds">{strings.nothingThatCanStillBe}</div>
        )}
      </div>
    </Lookalike>
  );
}
