import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { GLOSSARY } from '@hiraeth/core/words';
import { HelpNav } from './HelpNav';

/** The words of the field, all on one page. */
export default function Words() {
  const { hash } = useLocation();
  useEffect(() => {
    document.getElementById(hash.slice(1))?.scrollIntoView({ block: 'center' });
  }, [hash]);
  return (
    <div className="stack" style={{ maxWidth: 760 }}>
      <h1>Words</h1>
      <HelpNav />
      <p>Where one of these stands with a dotted line under it, pointing at it says the same.</p>
      <dl className="words">
        {Object.entries(GLOSSARY).map(([key, { word, meaning }]) => (
          <div key={key} id={key} className={hash === `#${key}` ? 'named' : undefined}>
            <dt>{word}</dt>
            <dd>{meaning}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
