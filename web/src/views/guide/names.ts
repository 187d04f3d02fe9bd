/** Names as one types them: a list parted by commas or semicolons. */
export const namesOf = (text: string): string[] => [
  ...new Set(
    text
      .split(/[;,]/)
      .map((n) => n.trim())
      .filter(Boolean),
  ),
];
