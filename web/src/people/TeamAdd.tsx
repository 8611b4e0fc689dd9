import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, data } from '../api/client';
import { keys } from '../api/keys';
import { FileButton } from '../app/FileButton';
import { Remark, Rows } from '../app/parts';
import { ActDialog } from './ActDialog';
import type { TeamSheet } from './api';
import { type Picked, PickPerson } from './PickOne';
import { changeMembers } from './teamActs';

type Props = { team: TeamSheet; onClose: () => void };

const verdicts: Record<string, string> = {
  here: 'joins',
  new: 'not known here; bring them in first',
  closed: 'was closed; bring them back first',
  duplicate: 'is in the list already',
  malformed: 'is no address',
  member: 'is a member already',
};

/** Adds members by name, or by pasted addresses that are judged row by row. */
export function TeamAdd({ team, onClose }: Props) {
  const [people, setPeople] = useState<Picked[]>([]);
  const [text, setText] = useState('');
  const judged = useQuery({
    queryKey: keys.teamJudge(team.key, text),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/teams/{key}/judge', {
          signal,
          params: { path: { key: team.key } },
          body: { text },
        }),
      ),
    enabled: text.trim() !== '',
    retry: false,
  });
  const rows = text.trim() === '' ? [] : (judged.data ?? []);
  const add = [
    ...new Set([
      ...people.map((one) => one.key),
      ...rows.flatMap((one) => (one.verdict === 'here' && one.person ? [one.person.key] : [])),
    ]),
  ];
  const left = rows.filter((one) => one.verdict !== 'here').length;
  return (
    <ActDialog
      title={`Add members to ${team.name}`}
      asked={add.length > 0 ? JSON.stringify(add) : null}
      act={(how) => changeMembers(team.key, { add }, how)}
      confirm={add.length === 1 ? 'Add 1 person' : `Add ${add.length} people`}
      hint="Pick people, or paste their addresses."
      onClose={onClose}
    >
      <PickPerson
        label="Somebody by name"
        value={null}
        onPick={(one) => one && setPeople([...people, one])}
      />
      {people.length > 0 && (
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          {people.map((one) => (
            <Button
              key={one.key}
              variant="outlined"
              onClick={() => setPeople(people.filter((other) => other !== one))}
            >
              {one.name} ×
            </Button>
          ))}
        </Box>
      )}
      <TextField
        size="small"
        multiline
        minRows={2}
        maxRows={5}
        label="Or paste addresses"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div>
        <FileButton
          variant="text"
          file="File of addresses"
          accept=".csv,.txt"
          onFile={async (chosen) => setText(await chosen.text())}
        >
          or take them from a CSV file
        </FileButton>
      </div>
      {judged.isError && <Remark tone="bad">{judged.error.message}</Remark>}
      {rows.length > 0 && (
        <Box sx={{ maxHeight: 180, overflowY: 'auto' }}>
          {left > 0 && (
            <Remark tone="care">
              {left} of {rows.length} cannot join; the others are not lost to them.
            </Remark>
          )}
          <Rows aria-label="Addresses, judged">
            <tbody>
              {rows.map((one) => (
                <tr key={one.number}>
                  <td className="quiet">{one.number}</td>
                  <td>{one.email}</td>
                  <td>
                    <Box
                      component="span"
                      sx={{ color: one.verdict === 'here' ? 'primary.main' : 'error.main' }}
                    >
                      {one.person?.name} {verdicts[one.verdict]}
                    </Box>
                  </td>
                </tr>
              ))}
            </tbody>
          </Rows>
        </Box>
      )}
    </ActDialog>
  );
}
