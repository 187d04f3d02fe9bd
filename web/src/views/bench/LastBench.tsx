import { Redirect } from 'wouter';
import { useRecords } from '../../api/useRecords';
import { Waiting } from '../../components/Page';

/** The bench without a record opens the one that was worked on last, if it is still open. */
export default function LastBench() {
  const { data, error } = useRecords('');
  if (!data) return <Waiting error={error} />;
  const last = data.find((r) => !r.closed);
  return <Redirect to={last ? `/bench/${last.id}` : '/'} replace />;
}
