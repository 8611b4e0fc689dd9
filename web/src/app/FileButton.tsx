import Button, { type ButtonProps } from '@mui/material/Button';
import { useRef } from 'react';

type Props = Omit<ButtonProps, 'onClick'> & {
  /** What the file is, for a screen reader. */
  file: string;
  /** Which files are offered: endings and media types, with commas between. */
  accept: string;
  onFile: (file: File) => void;
};

/** A button that lets a file be chosen. */
export function FileButton({ file, accept, onFile, ...button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        hidden
        aria-label={file}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          // The same file again, changed meanwhile, is a choice too.
          event.target.value = '';
          if (chosen) {
            onFile(chosen);
          }
        }}
      />
      <Button {...button} onClick={() => input.current?.click()} />
    </>
  );
}
