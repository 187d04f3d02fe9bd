import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { answered, api, type Character, type Guide, type Taxon } from './client';
import { useGently } from './useGently';

/** The guide with lookups by id. */
export interface GuideIndex extends Guide {
  character: (id: string) => Character | undefined;
  taxon: (id: string) => Taxon | undefined;
  /** What to call a taxon; its id where the guide no longer has it. */
  nameOf: (id: string) => string;
  /** What to call a taxon in the middle of a sentence. */
  nameWithin: (id: string) => string;
}

/** The guide that the server rules with. */
export function useGuide() {
  const query = useGently(
    useQuery({
      queryKey: ['guide'],
      queryFn: () => answered(api.GET('/api/v1/guide')),
      staleTime: Number.POSITIVE_INFINITY,
    }),
  );
  const guide = useMemo<GuideIndex | undefined>(() => {
    if (!query.data) return undefined;
    const characters = new Map(query.data.characters.map((x) => [x.id, x]));
    const taxa = new Map(query.data.taxa.map((x) => [x.id, x]));
    const nameOf = (id: string) => {
      const taxon = taxa.get(id);
      return taxon ? `${taxon.display_name}${taxon.own === 'taxon' ? ' (yours)' : ''}` : id;
    };
    return {
      ...query.data,
      character: (id) => characters.get(id),
      taxon: (id) => taxa.get(id),
      nameOf,
      nameWithin: (id) => {
        const name = nameOf(id);
        return taxa.get(id)?.proper ? name : name.charAt(0).toLowerCase() + name.slice(1);
      },
    };
  }, [query.data]);
  return { guide, error: query.error };
}
