import styled from 'styled-components';
import type { Lacks } from '../api/client';
import type { GuideIndex } from '../api/useGuide';
import { c } from '../theme/tokens';
import { Row, Toggle } from './Buttons';
import { strings } from './strings';

const Fold = styled.details`
  margin-top: 10px;
  summary { cursor: pointer; padding: 10px 0; font-weight: 600; }
  summary span { font-weight: 400; color: ${c('stone')}; }
`;

const named = (l: Lacks) => [...l.without, ...(l.no_colour ? ['colours'] : []), ...(l.no_smell ? ['scents'] : [])];

/** Which tools and senses are at hand, each to be taken away. It starts as the settings have it. */
export function Equipment({
  guide,
  lacks,
  onChange,
}: {
  guide: GuideIndex;
  lacks: Lacks;
  onChange: (lacks: Lacks) => void;
}) {
  const missing = named(lacks);
  return (
    <Fold data-screen-only>
      <summary>
        {strings.withWhatIHaveHere}
        <span>{missing.length > 0 ? strings.without(missing.join(', ')) : strings.everyToolAndSense}</span>
      </summary>
      <Row role="group" aria-label={strings.atHand}>
        {guide.tools.map((t) => (
          <Toggle
            key={t}
            isSelected={!lacks.without.includes(t)}
            onChange={(on) =>
              onChange({ ...lacks, without: on ? lacks.without.filter((w) => w !== t) : [...lacks.without, t] })
            }
          >
            {t}
          </Toggle>
        ))}
        <Toggle isSelected={!lacks.no_colour} onChange={(on) => onChange({ ...lacks, no_colour: !on })}>
          {strings.anEyeForColours}
        </Toggle>
        <Toggle isSelected={!lacks.no_smell} onChange={(on) => onChange({ ...lacks, no_smell: !on })}>
          {strings.aNose}
        </Toggle>
      </Row>
    </Fold>
  );
}
