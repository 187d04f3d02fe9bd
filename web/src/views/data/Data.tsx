import { Link } from 'wouter';
import { useBackups, useImports, useKept } from '../../api/useData';
import { Page, Waiting } from '../../components/Page';
import { Group } from '../../components/Pick';
import { Arrive } from './Arrive';
import { Backups } from './Backups';
import { Leave } from './Leave';
import { strings } from './strings';

/** What is yours: how it leaves, how it comes in, and how it is backed up. */
export default function Data() {
  const parts = [useBackups(), useKept(), useImports()];
  if (parts.some((p) => p.isPending)) return <Waiting />;
  return (
    <Page>
      <h1>{strings.yourData}</h1>
      <p style={{ marginBottom: 14 }}>
        {strings.allOfItLiesOn}
        <Link href="/settings">{strings.settings}</Link>
      </p>
      <Group>
        <Backups />
      </Group>
      <Group>
        <Leave />
      </Group>
      <Group>
        <Arrive />
      </Group>
    </Page>
  );
}
