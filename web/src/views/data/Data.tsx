import { Link } from 'wouter';
import { useBackups, useImports, useKept } from '../../api/useData';
import { Page, Waiting } from '../../components/Page';
import { Group } from '../../components/Pick';
import { Arrive } from './Arrive';
import { Backups } from './Backups';
import { Leave } from './Leave';

/** What is yours: how it leaves, how it comes in, and how it is backed up. */
export default function Data() {
  const parts = [useBackups(), useKept(), useImports()];
  if (parts.some((p) => p.isPending)) return <Waiting />;
  return (
    <Page>
      <h1>Your data</h1>
      <p style={{ marginBottom: 14 }}>
        All of it lies on this machine alone, and leaves only as files that you make.{' '}
        <Link href="/settings">Settings</Link>
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
