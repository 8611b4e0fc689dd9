import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';

export type QuestionShown = Schemas['QuestionShown'];
type Said = Schemas['Said'];

const KEY = ['questions'];

/** The questions asked lately, those kept, and those that others share. */
export function useQuestions(enabled = true) {
  return useQuery({
    queryKey: KEY,
    queryFn: ({ signal }) => data(api.GET('/api/ask/questions', { signal })),
    enabled,
  });
}

/** What can be done with them. */
export function useQuestionActs() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: KEY });
  const note = useMutation({
    mutationFn: (body: Said) => data(api.POST('/api/ask/questions/recent', { body })),
    onSuccess,
  });
  const keep = useMutation({
    mutationFn: (body: Said) => data(api.POST('/api/ask/questions', { body })),
    onSuccess,
  });
  const change = useMutation({
    mutationFn: ({
      question,
      ...next
    }: {
      question: QuestionShown;
      name?: string;
      shared?: boolean;
      onDesk?: boolean;
    }) =>
      data(
        api.PUT('/api/ask/questions/{id}', {
          params: { path: { id: question.id } },
          body: {
            name: question.name,
            shared: question.shared,
            onDesk: question.onDesk,
            version: question.version,
            ...next,
          },
        }),
      ),
    // Where it has been changed elsewhere, it is looked at again.
    onSettled: onSuccess,
  });
  const forget = useMutation({
    mutationFn: (id: string) =>
      data(api.DELETE('/api/ask/questions/{id}', { params: { path: { id } } })),
    onSuccess,
  });
  return { note, keep, change, forget };
}
