/** So many are said at once; the rest when these are mended. */
const MOST = 5;

/** What is wrong with the answers to a question. */
export function Wrong({ words }: { readonly words: readonly string[] }) {
  if (words.length === 0) return null;
  return (
    <div className="bad" role="alert">
      {words.slice(0, MOST).map((one) => (
        <p key={one}>{one}</p>
      ))}
    </div>
  );
}
