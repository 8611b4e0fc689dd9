import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';
import { writtenDay } from '../app/dateStyle';
import { FileButton } from '../app/FileButton';
import { Part, Remark, Rows, When } from '../app/parts';
import { Trouble } from '../app/Trouble';
import { number } from '../ask/said';
import { Working } from '../ask/Working';
import { useDoing } from '../people/api';

/** What is known of use of an application, and use that it logged itself. */
export function UseLeaf({ application }: { application: string }) {
  const use = useQuery({
    queryKey: keys.use('application', application),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/applications/{application}/use', {
          signal,
          params: { path: { application } },
        }),
      ),
    staleTime: 0,
  });
  const tell = useDoing<File, Schemas['UseTold']>((file) =>
    data(
      api.POST('/api/applications/{application}/use/file', {
        params: {
          path: { application },
          query: {
            name: file.name,
            format: /\.(jsonl|ndjson)$/i.test(file.name) ? 'jsonLines' : 'csv',
          },
        },
        headers: { 'Content-Type': 'application/octet-stream' },
        body: file as never,
        bodySerializer: (body) => body as never,
      }),
    ),
  );
  if (use.isPending) {
    return <Working lines={6} />;
  }
  if (use.isError) {
    return <Trouble error={use.error} again={() => use.refetch()} />;
  }
  return (
    <>
      <Part title="What is used">
        <Typography sx={{ maxWidth: 760 }}>{known(use.data)}</Typography>
      </Part>
      <Part
        title="Use that the application logged"
        aside={
          <FileButton
            file="A file of use"
            accept=".csv,.jsonl,.ndjson"
            size="small"
            variant="outlined"
            disabled={tell.isPending}
            onFile={(file) => tell.mutate(file)}
          >
            Bring in a file
          </FileButton>
        }
      >
        <Typography color="textSecondary" sx={{ maxWidth: 760, mb: 1 }}>
          CSV with the columns person, type, operation and day, and perhaps id and times; or JSON
          lines of the same. What is sent twice counts once.
        </Typography>
        {tell.isError && (
          <Remark tone="bad" role="alert">
            {tell.error.message}
          </Remark>
        )}
        {tell.data && <Told told={tell.data} />}
        {use.data.told.length > 0 && (
          <Rows aria-label="What was told">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Lines</th>
                <th scope="col">Of them counted</th>
                <th scope="col">By</th>
                <th scope="col">When</th>
              </tr>
            </thead>
            <tbody>
              {use.data.told.map((one) => (
                <tr key={one.name}>
                  <td>{one.name}</td>
                  <td>{number(one.lines)}</td>
                  <td>{number(one.counted)}</td>
                  <td className="quiet">{one.by}</td>
                  <td className="quiet">
                    <When at={one.at} />
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        )}
      </Part>
    </>
  );
}

function known({ since, tells, days, keptDays }: Schemas['UseShown']): string {
  const how =
    'Each decision that is a yes counts as use, by person, record type, operation and day; so does what the application tells.';
  if (!since) {
    return `Nothing is known yet. ${how}`;
  }
  const from = `Known since ${writtenDay(new Date(`${since}T00:00`))}, and kept for ${number(keptDays)} days.`;
  return tells
    ? `${from} What nobody used for ${number(days)} days is told on the Desk. ${how}`
    : `${from} What is not used can be said once ${number(days)} days are known. ${how}`;
}

function Told({ told }: { told: Schemas['UseTold'] }) {
  return (
    <Remark tone={told.leftOut.length > 0 ? 'care' : 'good'} role="status">
      {told.again
        ? `${told.name} was taken in before, and was not counted again.`
        : `${number(told.counted)} of ${number(told.lines)} lines count.`}
      {told.leftOut.map((one) => (
        <Box key={one.reason}>
          {number(one.lines)} left out: {one.reason} (line {one.examples.join(', ')}
          {one.lines > one.examples.length ? ' …' : ''})
        </Box>
      ))}
    </Remark>
  );
}
