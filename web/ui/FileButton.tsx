import { useRef, type ReactNode } from 'react';

interface FileButtonProps {
  /** What the field is called for those who do not see it. */
  label: string;
  /** As the `accept` attribute has it. */
  accept: string;
  multiple?: boolean;
  className?: string;
  disabled?: boolean;
  children: ReactNode;
  onFiles(files: File[]): void;
}

/** A button that asks for files. */
export function FileButton({
  label,
  accept,
  multiple,
  className = 'plain-button',
  disabled,
  children,
  onFiles,
}: FileButtonProps) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <button className={className} disabled={disabled} onClick={() => field.current?.click()}>
        {children}
      </button>
      <input
        ref={field}
        type="file"
        multiple={multiple}
        accept={accept}
        className="hidden"
        aria-label={label}
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
