import type { ReactNode } from 'react';
import { explain } from '@hiraeth/core/words';
import { MAX_FILE_BYTES, textOf } from '@hiraeth/core/workbook';
import { FileButton } from './FileButton';

interface TextFileButtonProps {
  readonly label: string;
  readonly accept?: string;
  /** For tables: letters of older western spreadsheets are taken, too. */
  readonly older?: 'western';
  readonly onText: (text: string) => void;
  /** Why it cannot be read; said where its place says what else is wrong. */
  readonly onWrong: (words: string) => void;
  readonly children: ReactNode;
}

/** A button that asks for a file and reads it as text. */
export function TextFileButton({ older, onText, onWrong, ...button }: TextFileButtonProps) {
  const read = async (file: File): Promise<void> => {
    if (file.size > MAX_FILE_BYTES)
      return onWrong(explain({ code: 'fileTooLarge', bytes: file.size, most: MAX_FILE_BYTES }));
    const bytes = await file.arrayBuffer().catch(() => null);
    if (!bytes) return onWrong(explain({ code: 'fileUnreadable' }));
    const text = textOf(new Uint8Array(bytes), TextDecoder, older);
    if (text.ok) onText(text.value);
    else onWrong(explain(text.problem));
  };
  return <FileButton {...button} onFile={(file) => void read(file)} />;
}
