import { useState, type ReactNode } from 'react';
import { explain, MAX_FILE_BYTES, textOf } from '@hiraeth/core';
import { FileButton } from './FileButton';

interface TextFileButtonProps {
  readonly label: string;
  readonly accept?: string;
  /** For tables: letters of older western spreadsheets are taken, too. */
  readonly older?: 'western';
  readonly onText: (text: string) => void;
  readonly children: ReactNode;
}

/** A button that asks for a file and reads it as text; what cannot be read is said below it. */
export function TextFileButton({ older, onText, ...button }: TextFileButtonProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const read = async (file: File): Promise<void> => {
    setWrong(null);
    if (file.size > MAX_FILE_BYTES)
      return setWrong(explain({ code: 'fileTooLarge', bytes: file.size, most: MAX_FILE_BYTES }));
    const bytes = await file.arrayBuffer().catch(() => null);
    if (!bytes) return setWrong(explain({ code: 'fileUnreadable' }));
    const text = textOf(new Uint8Array(bytes), TextDecoder, older);
    if (text.ok) onText(text.value);
    else setWrong(explain(text.problem));
  };
  return (
    <>
      <FileButton {...button} onFile={(file) => void read(file)} />
      {wrong && (
        <p className="bad" role="alert">
          {wrong}
        </p>
      )}
    </>
  );
}
