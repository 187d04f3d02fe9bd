import { useEffect, useRef, useState } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import styled from 'styled-components';
import type { Ruling, Schema } from '../../api/client';
import type { GuideIndex } from '../../api/useGuide';
import { keep, kept } from '../../components/onDevice';
import { useNarrow } from '../../components/useNarrow';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Box = styled.aside<{ $folded?: boolean }>`
  margin-bottom: 14px;
  padding: 10px 14px;
  border: 1.5px solid ${c('thorn')};
  border-radius: 12px;
  background: ${c('thornWash')};
  font-size: 15px;
  li + li { margin-top: 6px; }
  li { display: grid; grid-template-columns: 24px 1fr; gap: 8px; }
  summary { cursor: pointer; font-weight: 600; min-height: 28px; }
  p { margin-top: 4px; }
  ${({ $folded }) => ($folded ? '@media screen { padding: 2px 12px; .all { display: none; } }' : '')}
  svg { width: 22px; height: 22px; fill: none; stroke: ${c('thorn')}; stroke-width: 2; stroke-linecap: round; }
`;

const Line = styled(AriaButton)`
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  border: 0;
  background: none;
  text-align: left;
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
  svg { flex: none; }
`;

const More = styled.details`
  margin-top: 18px;
  border-top: 1.5px solid ${c('mist')};
  summary { cursor: pointer; font-weight: 600; padding: 12px 0; min-height: 48px; }
  li { padding-left: 18px; position: relative; margin-bottom: 6px; }
  li::before { content: '–'; position: absolute; left: 2px; }
`;

/** The sign for "do not touch": an open hand with a bar. */
function Hand() {
  return (
    <svg viewBox="0 0 24 24" aria-hidden="true">
      <path d="M8 21C5 17 4 15 4 11l2 2V5l2 5V3l3 7 1-7 1 7 4-4-2 7c0 4-1 6-3 8zM3 3l18 18" />
    </svg>
  );
}

/** The sign for a gate. */
function Gate() {
  return (
    <svg viewBox="0 0 24 24" aria-hidden="true">
      <path d="M4 21V5M20 21V5M4 9h16M4 15h16M9 9v6M15 9v6" />
    </svg>
  );
}

/** A caution with the name of what it is about, unless its sentence names it. */
function says(x: Schema['Caution'], guide: GuideIndex): string {
  return x.taxon && x.code !== 'contact' ? `${guide.nameOf(x.taxon)}: ${x.text}` : x.text;
}

const first = (code: string) => code === 'contact' || code === 'handling';

/** So many names are told; the others are counted. */
const named = 3;

/** Names in a row, those beyond the first few only counted. */
function listed(names: string[]): string {
  const rest = names.length - named;
  return rest > 0 ? `${names.slice(0, named).join(', ')} or ${rest} more` : names.join(' or ');
}

const seenBefore = (key: string): string[] => kept(key)?.split(' ') ?? [];

/** The warnings of a record that were shown before it was last answered, by their codes; for as long as the device keeps them. */
function useSeen(record: string, changed: string, codes: string[]): boolean {
  const key = `warned-${record}`;
  const now = codes.join(' ');
  const stood = useRef({ changed, now });
  const [seen, setSeen] = useState(() => seenBefore(key));
  useEffect(() => {
    // What stood there while an answer was given was seen.
    if (stood.current.changed !== changed) {
      const all = [...new Set([...seenBefore(key), ...stood.current.now.split(' ')])];
      keep(key, all.join(' '));
      setSeen(all);
    }
    stood.current = { changed, now };
  }, [key, changed, now]);
  return codes.every((x) => seen.includes(x));
}

/** What has to be known before the specimen is touched: contact, handling and gates of what may still be it. Once it was seen, it
 * folds to a line; what is new opens it again. */
export function Warnings({
  record,
  changed,
  ruling,
  guide,
  covered,
}: {
  record: string;
  changed: string;
  ruling: Ruling;
  guide: GuideIndex;
  covered: boolean;
}) {
  // While a reading is asked for afresh, only what could hurt the hand is said: the rest would hint at what hangs on it.
  const contact = ruling.cautions.filter((x) => x.code === 'contact');
  const handling = covered ? [] : ruling.cautions.filter((x) => x.code === 'handling');
  const small = useNarrow();
  const [open, setOpen] = useState(false);
  const gates = covered ? [] : guide.gates.filter((g) => ruling.gates.includes(g.id));
  const seen = useSeen(record, changed, [
    ...[...contact, ...handling].map((x) => `${x.code}:${x.taxon ?? ''}`),
    ...gates.map((g) => g.id),
  ]);
  if (contact.length + handling.length + gates.length === 0) return null;
  const all = (
    <ul>
      {contact.length > 0 && (
        <li>
          <Hand />
          <details open={!small && contact.length <= named}>
            <summary>
              {strings.doNotTouchItYet}
              {listed(contact.map((x) => guide.nameWithin(x.taxon ?? '')))}
              {strings.mayStillBeIt}
            </summary>
            {contact.map((x) => (
              <p key={x.taxon}>{x.text}</p>
            ))}
          </details>
        </li>
      )}
      {handling.map((x) => (
        <li key={x.code + x.taxon}>
          <Hand />
          <span>{says(x, guide)}</span>
        </li>
      ))}
      {gates.length > 0 && (
        <li>
          <Gate />
          <span>
            {strings.itMayStillBeOne}
            <strong>
              {gates.map((g, i) => (i > 0 ? g.name.charAt(0).toLowerCase() + g.name.slice(1) : g.name)).join('; ')}
            </strong>
            .
          </span>
        </li>
      )}
    </ul>
  );
  if (!seen) return <Box aria-label={strings.beforeYouTouchIt}>{all}</Box>;
  const hands = contact.length + handling.length > 0;
  return (
    <Box aria-label={strings.beforeYouTouchIt} $folded={!open}>
      <Line aria-expanded={open} onPress={() => setOpen(!open)}>
        {hands && <Hand />}
        {gates.length > 0 && <Gate />}
        {[
          contact.length > 0 ? strings.doNotTouchItYet2 : hands && strings.handleWithCare,
          gates.length > 0 && strings.notForBeginners,
        ]
          .filter(Boolean)
          .join('. ')}
        .
      </Line>
      <div className="all">{all}</div>
    </Box>
  );
}

/** Why nothing of the places that it was found at is eaten; it is said of a closed record too. */
export function NotToEat({ why }: { why: string[] }) {
  if (why.length === 0) return null;
  return (
    <Box aria-label={strings.notToEat}>
      <ul>
        {why.map((w) => (
          <li key={w}>
            <Gate />
            <strong>{w}</strong>
          </li>
        ))}
      </ul>
    </Box>
  );
}

/** What has to be known before it is eaten, or before the next one is touched. */
export function Cautions({ ruling, guide }: { ruling: Ruling; guide: GuideIndex }) {
  const others = ruling.cautions.filter((x) => !first(x.code));
  if (others.length === 0) return null;
  return (
    <More open={ruling.verdict === 'ruled-clear' || others.some((x) => x.code === 'finish-at-home')}>
      <summary>{strings.alsoKnow(others.length)}</summary>
      <ul>
        {others.map((x) => (
          <li key={x.code + x.taxon}>{says(x, guide)}</li>
        ))}
      </ul>
    </More>
  );
}
