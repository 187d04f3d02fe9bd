import { useSettings } from '../api/useSettings';
import { inUnits } from './units';

/** The user's own units. */
export const useUnits = () => inUnits(useSettings().data?.units === 'imperial');
