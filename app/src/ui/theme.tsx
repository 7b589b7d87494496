import { createTheme, ThemeProvider } from '@rneui/themed/dist/config';
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { readDevice, writeDevice } from '@/device/memory';
import { font, radius, target, THEME_NAMES, THEMES, type ThemeName, type Tokens } from './tokens';

interface ThemeChoice {
  tokens: Tokens;
  choose: (name: ThemeName) => void;
}

const Context = createContext<ThemeChoice>({ tokens: THEMES.daylight, choose: () => undefined });

export const useTokens = (): Tokens => useContext(Context).tokens;
export const useThemeChoice = (): ThemeChoice => useContext(Context);

const STORED = 'theme';

/** Carries the tokens, and gives React Native Elements the same ones. The choice is remembered on this device. */
export function ThemeRoot({ children }: { children: ReactNode }) {
  const [name, setName] = useState<ThemeName>(() => readDevice(STORED, THEME_NAMES) ?? 'daylight');
  const tokens = THEMES[name];
  useEffect(() => {
    document.documentElement.dataset['theme'] = name;
    document.body.style.background = tokens.paper;
    document.querySelector('meta[name="theme-color"]')?.setAttribute('content', tokens.paper);
  }, [name, tokens]);
  const elements = useMemo(
    () =>
      createTheme({
        mode: name === 'attic' ? 'dark' : 'light',
        lightColors: { primary: tokens.elm, background: tokens.paper, black: tokens.ink, divider: tokens.rule, error: tokens.brick },
        darkColors: { primary: tokens.elm, background: tokens.paper, black: tokens.ink, divider: tokens.rule, error: tokens.brick },
        components: {
          Button: { buttonStyle: { borderRadius: radius, minHeight: target.usual }, titleStyle: { fontFamily: font.bold } },
          Text: { style: { fontFamily: font.text, color: tokens.ink } },
          Input: { inputStyle: { fontFamily: font.text, color: tokens.ink, fontSize: 18 } },
        },
      }),
    [name, tokens],
  );
  const choice = useMemo(
    () => ({
      tokens,
      choose: (next: ThemeName) => {
        writeDevice(STORED, next);
        setName(next);
      },
    }),
    [tokens],
  );
  return (
    <SafeAreaProvider>
      <ThemeProvider theme={elements} key={name}>
        <Context.Provider value={choice}>{children}</Context.Provider>
      </ThemeProvider>
    </SafeAreaProvider>
  );
}
