import { useQuery } from '@tanstack/react-query';
import { recordQuery } from './recordQuery';

/** A record with its ruling. */
export const useRecord = (id: string) => useQuery(recordQuery(id));
