import { useRef } from 'react';
import { View } from 'react-native';
import { Companion } from './button';

/** A button that asks for one file, or on a phone for the camera. The same file may be chosen twice in a row. */
export function FilePick({
  title,
  label,
  accept,
  onPick,
  camera = false,
  busy = false,
  testID,
}: {
  title: string;
  /** What the file is, read out for the hidden box. */
  label: string;
  /** Kinds of file, as the browser takes them: "image/*", ".csv,text/csv". */
  accept: string;
  onPick: (file: File) => void;
  camera?: boolean;
  busy?: boolean;
  testID: string;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <View>
      <input
        ref={input}
        type="file"
        accept={accept}
        {...(camera ? { capture: 'environment' as const } : {})}
        aria-label={label}
        data-testid={testID}
        style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onPick(file);
        }}
      />
      <Companion title={title} onPress={() => input.current?.click()} busy={busy} />
    </View>
  );
}
