import styled from 'styled-components';
import type { Settings } from '../api/client';
import type { Book } from '../api/useGuide';
import type { Lacks } from '../api/useLeaf';
import { c } from '../look/tokens';
import { Row, Toggle } from './Buttons';

const Fold = styled.details`
  margin-top: 10px;
  summary { cursor: pointer; padding: 10px 0; font-weight: 600; }
  summary span { font-weight: 400; color: ${c('stone')}; }
`;

/** What the settings say is not at hand. */
export function lacksOf(settings: Settings, book: Book): Lacks {
  return {
    without: settings.all_tools ? [] : book.tools.filter((t) => !settings.kit.includes(t)),
    no_colour: settings.no_colour,
    no_smell: settings.no_smell,
  };
}

const named = (l: Lacks) => [...l.without, ...(l.no_colour ? ['colours'] : []), ...(l.no_smell ? ['scents'] : [])];

/** Which tools and senses are at hand, each to be taken away. It starts as the settings have it. */
export function Reach({ book, lacks, onChange }: { book: Book; lacks: Lacks; onChange: (lacks: Lacks) => void }) {
  const missing = named(lacks);
  return (
    <Fold data-screen-only>
      <summary>
        With what I have here{' '}
        <span>{missing.length > 0 ? `without ${missing.join(', ')}` : 'every tool and sense'}</span>
      </summary>
      <Row role="group" aria-label="At hand">
        {book.tools.map((t) => (
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
          an eye for colours
        </Toggle>
        <Toggle isSelected={!lacks.no_smell} onChange={(on) => onChange({ ...lacks, no_smell: !on })}>
          a nose
        </Toggle>
      </Row>
    </Fold>
  );
}
