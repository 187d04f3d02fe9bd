import { useRef } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { useGuide } from '../../api/useGuide';
import { useOverlay } from '../../api/useOverlay';
import { Button, Quiet, Row } from '../../components/Buttons';
import { Stalk } from '../../components/Harm';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { UseAndHarm } from '../../components/UseAndHarm';
import { harmWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { strings } from './strings';
import { useConfirmedChange } from './useConfirmedChange';

const Tools = styled(Row)`margin: 14px 0; gap: 8px 14px;`;

const List = styled.ul`
  li { display: grid; grid-template-columns: 18px minmax(0, 1fr); gap: 10px; padding: 12px 0; border-top: 1.5px solid ${c('mist')}; }
  a { font-weight: 700; font-size: 17px; text-underline-offset: 3px; }
  em { color: ${c('stone')}; }
  .note { white-space: pre-line; margin: 4px 0; overflow-wrap: anywhere; }
`;

const Trouble = styled.p`border-left: 6px solid ${c('thorn')}; padding-left: 12px; overflow-wrap: anywhere;`;

/** The greatest size of a file that is read, in bytes; the server's own limit, so that a huge one is not even sent. */
const mostBytes = 512 * 1024;

/** The user's own guide: their taxa, names, notes and corrections, laid over the guide. */
export default function Overlay() {
  const { data: own, error } = useOverlay();
  const { guide } = useGuide();
  const { keep, dialog } = useConfirmedChange();
  const file = useRef<HTMLInputElement>(null);
  if (!own || !guide) return <Waiting error={error} />;
  const take = async (picked: File | undefined) => {
    if (!picked) return;
    if (picked.size > mostBytes) {
      const size = Math.round(picked.size / 1024);
      return tell({
        text: strings.nothingWasKeptHasKb(picked.name, size),
        bad: true,
      });
    }
    keep({ do: 'import', name: picked.name, text: await picked.text() });
  };
  const empty = own.taxa.length + own.corrections.length === 0;
  return (
    <Page>
      <p>
        <Link href="/guide">{strings.theGuide}</Link>
      </p>
      <h1>{strings.myGuide2}</h1>
      <p>{strings.taxaNamesNotesAndCorrections}</p>
      <Tools>
        <Link href="/guide/mine/new">{strings.aTaxonOfMyOwn}</Link>
        <Button onPress={() => file.current?.click()}>{strings.readAFile}</Button>
        <input
          ref={file}
          type="file"
          accept=".yaml,.yml,.json"
          aria-label={strings.aFileWithAGuide}
          hidden
          onChange={(e) => {
            take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
        {!empty && (
          <a href="/api/v1/overlay.yaml" download>
            {strings.writeItToAFile}
          </a>
        )}
        <Quiet isDisabled={!own.can_undo} onPress={() => keep({ do: 'undo' })}>
          {strings.takeBackTheLastChange}
        </Quiet>
      </Tools>
      {own.trouble && (
        <Trouble role="alert">
          <strong>{strings.noneOfItIsIn}</strong>
          {strings.itDoesNotGoWith(own.trouble)}
        </Trouble>
      )}
      {empty && <p>{strings.nothingYetToAddA}</p>}
      {own.taxa.length > 0 && <h2>{strings.taxaOfMyOwn}</h2>}
      <List aria-label={strings.taxaOfMyOwn}>
        {own.taxa.map((t) => {
          const known = guide.taxon(t.id);
          return (
            <li key={t.id}>
              <Stalk small thorns={harmWords[t.harm]?.thorns ?? 0} />
              <div>
                <Link href={known ? `/guide/${t.id}` : `/guide/mine/${t.id}`}>{t.display_name}</Link> <em>{t.name}</em>
                <div>
                  {known && <UseAndHarm taxon={known} />}
                  {strings.features(t.scores)}
                </div>
                <Row>
                  <Link href={`/guide/mine/${t.id}`}>{strings.changeIt}</Link>
                  <Quiet onPress={() => keep({ do: 'remove', taxa: [t.id], corrections: [] })}>
                    {strings.takeItOut}
                  </Quiet>
                </Row>
              </div>
            </li>
          );
        })}
      </List>
      {own.corrections.length > 0 && <h2>{strings.whatISayOfOthers}</h2>}
      <List aria-label={strings.whatISayOfOthers}>
        {own.corrections.map((x) => {
          const of = guide.taxon(x.taxon);
          return (
            <li key={x.taxon}>
              <Stalk small thorns={harmWords[of?.harm ?? 'none']?.thorns ?? 0} />
              <div>
                <Link href={`/guide/${x.taxon}`}>{x.display_name}</Link> <em>{of?.name}</em>
                {x.common.length > 0 && <div>{strings.youCallIt(x.common.join(', '))}</div>}
                {x.note && <div className="note">{x.note}</div>}
                {Object.keys(x.scores).length > 0 && (
                  <div>
                    {strings.corrected(
                      Object.keys(x.scores)
                        .map((id) => guide.character(id)?.name ?? id)
                        .join(', '),
                    )}
                  </div>
                )}
                <Quiet onPress={() => keep({ do: 'remove', taxa: [], corrections: [x.taxon] })}>
                  {strings.takeItOut}
                </Quiet>
              </div>
            </li>
          );
        })}
      </List>
      {dialog}
    </Page>
  );
}
