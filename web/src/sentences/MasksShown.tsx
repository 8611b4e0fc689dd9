import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { Rows } from '../app/parts';

type Props = {
  application: string;
  recordType: string;
  field: string;
  /** What the field is called. */
  label: string;
  /** Which style is chosen, as a design document has it. */
  style: string;
  words: (style: string) => string;
  onChoose: (style: string) => void;
};

/** What each mask leaves to see of values that the field has. */
export function MasksShown(props: Props) {
  const { application, recordType, field, label, style, words, onChoose } = props;
  const told = useQuery({
    queryKey: keys.masks(application, recordType, field),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/bench/masks', {
          signal,
          params: { path: { application }, query: { recordType, field } },
        }),
      ),
    retry: false,
    staleTime: 300_000,
  });
  if (!told.data) {
    return null;
  }
  const { values, made, styles } = told.data;
  return (
    <Box component="section" aria-label="What masks leave to see" sx={{ mt: 1 }}>
      <Typography variant="h3" component="h3" color="textSecondary">
        What they would see of {label}
        {made ? ', on made-up values: the real ones are not yours to see' : ''}
      </Typography>
      <Rows aria-label={`Masks of ${label}`} sx={{ width: 'auto' }}>
        <thead>
          <tr>
            <th />
            {values.map((one) => (
              <th key={one} style={{ textAlign: 'left' }}>
                {one}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {styles
            .filter((one) => one.suits)
            .map((one) => (
              <tr key={one.style} aria-current={one.style === style}>
                <td>
                  <Box
                    component="button"
                    type="button"
                    onClick={() => onChoose(one.style)}
                    sx={{
                      font: 'inherit',
                      background: 'none',
                      border: 0,
                      p: 0,
                      cursor: 'pointer',
                      color: 'text.primary',
                      fontWeight: one.style === style ? 700 : 400,
                    }}
                  >
                    {words(one.style)}
                  </Box>
                </td>
                {one.seen.map((seen, at) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: told by the value above
                  <td key={at} style={{ fontWeight: one.style === style ? 700 : 400 }}>
                    {seen}
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
      </Rows>
    </Box>
  );
}
