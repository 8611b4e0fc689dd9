import { useState } from 'react';
import { Listing } from '../app/Listing';
import { SIZE } from '../app/listed';
import { When } from '../app/parts';
import { useDone } from './api';

/** What stood on the Desk in the last thirty days and does not any more. */
export function DoneLeaf() {
  const [page, setPage] = useState(0);
  return (
    <Listing
      label="Done"
      heads={['What was so', 'Application', 'Since', 'Until']}
      list={useDone(page, SIZE)}
      total={(answer) => answer.total}
      none="Nothing yet. What was worth a look in the last thirty days, and is not any more, stands here."
      page={page}
      turn={setPage}
      rows={(answer) =>
        answer.lines.map((one) => (
          <tr key={`${one.kind} ${one.sentence} ${one.gone}`}>
            <td>{one.sentence}</td>
            <td>{one.application?.name}</td>
            <td className="quiet">
              <When at={one.since} />
            </td>
            <td className="quiet">
              <When at={one.gone} />
            </td>
          </tr>
        ))
      }
    />
  );
}
