import { useState } from 'react';
import styled from 'styled-components';
import type { Ruled } from '../../api/client';
import type { Change } from '../../api/sendChange';
import type { GuideIndex } from '../../api/useGuide';
import { Primary } from '../../components/Buttons';
import { marginWords, verdictWords } from '../../components/words';
import { c, face, narrow } from '../../theme/tokens';
import { strings } from './strings';

const Strip = styled.div`
  position: sticky;
  top: 0;
  z-index: 4;
  display: flex;
  gap: 10px 26px;
  align-items: center;
  padding: 14px 26px;
  background: ${c('band')};
  color: ${c('onBand')};
  h1 { font-size: 27px; font-weight: 700; }
  p { max-width: 62ch; }
  .said { flex: 1; min-width: 0; display: grid; gap: 2px; }
  .read { font-size: 15px; opacity: 0.92; }
  ${narrow} { padding: 10px 16px; gap: 6px 12px; h1 { font-size: 20px; } p { font-size: 15px; } .read { display: none; } }
  /* Where it would cover half of what is worked on, it goes up with the page. */
  @media (max-height: 420px), (max-width: 359px) { position: static; }
  @media print { position: static; .read { display: block; } }
`;

const Margin = styled.div`
  text-align: right;
  font-size: 13.5px;
  line-height: 1.2;
  max-width: 15ch;
  strong { display: block; font: 800 36px/1 ${face.head}; color: ${c('zest')}; font-variant-numeric: tabular-nums; }
  ${narrow} { font-size: 12.5px; max-width: 13ch; strong { font-size: 28px; } }
`;

interface Props {
  record: Ruled;
  guide: GuideIndex;
  covered: boolean;
  onChange: (change: Change) => void;
}

/** Says aloud, in a few words, that the verdict has become another. */
export function Announced({ says }: { says: string }) {
  const [was, setWas] = useState(says);
  const [told, setTold] = useState('');
  if (was !== says) {
    setWas(says);
    setTold(strings.now(says));
  }
  return (
    <div className="sr" role="status" aria-label={strings.changeOfTheVerdict}>
      {told}
    </div>
  );
}

/** What stands in the verdict's place where there is none, and why. */
export function Unruled({ trouble }: { trouble: string }) {
  return (
    <Strip data-verdict="none">
      <div className="said">
        <h1>{strings.thereIsNoRulingLeave}</h1>
        <p>{trouble}</p>
      </div>
    </Strip>
  );
}

/** The verdict with its reason in one sentence and the margin, always in sight. */
export function VerdictBar({ record, guide, covered, onChange }: Props) {
  const { ruling } = record;
  if (covered) {
    return (
      <Strip data-verdict="look-again">
        <div className="said">
          <h1>{strings.lookAgain2}</h1>
          <p>{ruling.again ? ruling.says : strings.answerAsIfForThe}</p>
        </div>
      </Strip>
    );
  }
  const down = ruling.harmful.filter((h) => h.status === 'out').length;
  const working = ruling.working ? guide.nameWithin(ruling.working) : undefined;
  const fit = ruling.candidates.find((x) => x.taxon === ruling.working);
  const target = ruling.working;
  return (
    <Strip data-verdict={ruling.verdict}>
      <div className="said">
        <h1>{verdictWords[ruling.verdict]?.say}</h1>
        <p>{ruling.says}</p>
        {ruling.odd.length > 0 && (
          <p className="odd">{strings.lookedAtTwiceSoIt(ruling.odd.map((o) => o.text).join(' '))}</p>
        )}
        <p className="read">
          {working &&
            (ruling.named || record.readings.length > 0) &&
            strings.readAs(
              working,
              ruling.named ? strings.yourName : '',
              fit ? strings.ofReadingsFit(fit.fits, fit.of) : '',
            )}
          {ruling.harmful.length > 0 && strings.ofHarmfulSpeciesRuledOut(down, ruling.harmful.length)}
          {record.frozen && strings.keptAsItWasRuled}
        </p>
        {ruling.verdict === 'ruled-clear' && !ruling.named && target && !record.closing && (
          <div>
            <Primary onPress={() => onChange({ do: 'about', about: { ...record.about, target } })}>
              {strings.yesITooCallIt(working ?? '')}
            </Primary>
          </div>
        )}
      </div>
      <Margin>
        <strong>{ruling.margin ?? '–'}</strong>
        {marginWords(ruling.margin)}
      </Margin>
    </Strip>
  );
}
