import { useQuery } from '@tanstack/react-query';
import { recordQuery } from './recordQuery';
import { useGently } from './useGently';

/** A record with its ruling. */
export const useRecord = (id: string) => useGently(useQuery(recordQuery(id)));
