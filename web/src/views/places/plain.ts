/** What a map's makers want said, as text: the map would take it for markup. */
export const plain = (text = ''): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
