import { GLOSSARY } from '@hiraeth/core/words';
import { HelpNav } from './HelpNav';

/** The words of the field, all on one page. */
export default function Words() {
  return (
    <div className="stack" style={{ maxWidth: 760 }}>
      <h1>Words</h1>
      <HelpNav />
      <p>Where one of these stands with a dotted line under it, pointing at it says the same.</p>
      <dl className="words">
        {Object.entries(GLOSSARY).map(([key, { word, meaning }]) => (
          <div key={key} id={key}>
            <dt>{word}</dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
