/**
 * Whether a text holds all the words that were typed, in any order, capitals or not; nothing typed: every text does.
 *
 * @param asked as it was typed
 */
export function holdsWords(asked: string): (text: string) => boolean {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  return (text) => {
    const said = text.toLowerCase();
    return words.every((word) => said.includes(word));
  };
}
