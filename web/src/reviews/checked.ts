import { useMutation } from '@tanstack/react-query';
import { api, data } from '../api/client';

/** Whether a file is a result that was sealed here, as it was sealed. */
export function useCheckedFile() {
  return useMutation({
    mutationFn: (file: File) =>
      data(
        api.POST('/api/reviews/results/file', {
          headers: { 'Content-Type': 'application/octet-stream' },
          body: file as unknown as string,
          bodySerializer: (body: unknown) => body as File,
        }),
      ),
  });
}
