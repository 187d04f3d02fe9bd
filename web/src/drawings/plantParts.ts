import { flowerParts } from './flowers';
import { fruitParts } from './fruits';
import { leafParts } from './leaves';
import { stemParts } from './stems';
import { merged } from './strokes';

/** Drawings of a plant's parts, by character and state. Each character's states stand in one pose. */
export const plantParts = merged(merged(leafParts, flowerParts), merged(stemParts, fruitParts));
