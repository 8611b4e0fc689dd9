import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import { styled } from '@mui/material/styles';
import { type ReactNode, type Ref, useMemo } from 'react';
import { useChoosing } from '../app/choosing';

export type Choice = {
  key: string;
  name: string;
  detail?: string;
  outside?: boolean;
};

/** What stands in a slot is typed into this. */
export const SlotInput = styled('input')(({ theme }) => ({
  font: 'inherit',
  fontWeight: 600,
  color: theme.vars?.palette.text.primary,
  background: theme.vars?.palette.background.paper,
  border: `1px solid ${theme.vars?.palette.divider}`,
  borderBottom: `2px solid ${theme.vars?.palette.primary.main}`,
  borderRadius: 5,
  padding: '3px 9px',
  fieldSizing: 'content',
  minWidth: 60,
  maxWidth: 380,
  '&::placeholder': { color: theme.vars?.palette.text.secondary, opacity: 1, fontWeight: 400 },
  // As large with the focus as without: what stands behind it must not move under a click.
  '&[data-quiet="true"]': { fontSize: 13, padding: '3px 5px' },
  '&[data-quiet="true"][data-large="true"]': { fontSize: 'inherit', fontWeight: 400 },
  '&[data-quiet="true"]:not(:focus)': {
    background: 'none',
    borderColor: 'transparent',
    borderBottom: `2px dotted ${theme.vars?.palette.primary.main}`,
    borderRadius: 0,
    '&::placeholder': { color: theme.vars?.palette.primary.main },
  },
}));

const Option = styled('li')(({ theme }) => ({
  display: 'flex',
  gap: 12,
  justifyContent: 'space-between',
  borderLeft: '3px solid transparent',
  '&[data-outside="true"]': { borderColor: theme.vars?.palette.secondary.main },
  '& small': { color: theme.vars?.palette.text.secondary, fontSize: 12.5 },
}));

type Props = {
  label: string;
  placeholder: string;
  value: Choice | null;
  choices: Choice[];
  /** The choices are not, or not yet, those of what was typed. */
  waiting?: boolean;
  none: ReactNode;
  /** Whether it mostly stays as it is, and is drawn so. */
  quiet?: boolean;
  /** Quiet, but as large as the words around it. */
  large?: boolean;
  inputRef?: Ref<HTMLInputElement>;
  onType?: (text: string) => void;
  onChoose: (choice: Choice) => void;
};

/** A word of the question that completes as one types; Enter takes the first match. */
export function Slot({
  label,
  placeholder,
  value,
  choices,
  waiting = false,
  none,
  quiet = false,
  large = false,
  inputRef,
  onType,
  onChoose,
}: Props) {
  const choosing = useChoosing(choices, waiting, onChoose);
  const { key, name, detail, outside } = value ?? {};
  // The same choice stays the same object: another one would wipe out what is being typed.
  const chosen = useMemo<Choice | null>(
    () =>
      key === undefined
        ? null
        : {
            key,
            name: name ?? '',
            ...(detail === undefined ? {} : { detail }),
            ...(outside === undefined ? {} : { outside }),
          },
    [key, name, detail, outside],
  );
  return (
    <Autocomplete
      {...choosing}
      options={choices}
      value={chosen}
      loading={waiting}
      loadingText="Looking"
      noOptionsText={none}
      autoHighlight
      openOnFocus={!quiet}
      selectOnFocus
      clearOnBlur
      handleHomeEndKeys
      disableClearable={value !== null}
      getOptionKey={(choice) => choice.key}
      getOptionLabel={(choice) => choice.name}
      isOptionEqualToValue={(one, other) => one.key === other.key}
      {...(onType ? { filterOptions: (all: Choice[]) => all } : {})}
      onInputChange={(_, text, reason) => onType?.(reason === 'input' ? text : '')}
      onChange={(_, choice) => choice && onChoose(choice)}
      slotProps={{ popper: { sx: { minWidth: 400 }, placement: 'bottom-start' } }}
      renderOption={({ key, ...props }, choice) => (
        <Option {...props} key={key} data-outside={choice.outside ?? false}>
          <span>{choice.name}</span>
          <small>{choice.detail}</small>
        </Option>
      )}
      renderInput={({ slotProps }) => (
        <Box ref={slotProps.input.ref} component="span" sx={{ display: 'inline-block' }}>
          <SlotInput
            {...slotProps.htmlInput}
            ref={(element: HTMLInputElement | null) => {
              const inner = slotProps.htmlInput.ref as { current: HTMLInputElement | null };
              inner.current = element;
              if (typeof inputRef === 'function') {
                inputRef(element);
              } else if (inputRef) {
                inputRef.current = element;
              }
            }}
            aria-label={label}
            placeholder={placeholder}
            data-quiet={quiet}
            data-large={large}
            spellCheck={false}
          />
        </Box>
      )}
    />
  );
}
