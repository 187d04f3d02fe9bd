/** What is put into a sentence of a view's strings. */
export type Said = string | number;
