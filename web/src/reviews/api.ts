import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, data, type Schemas } from '../api/client';
import { keys } from '../api/keys';

export type Review = Schemas['ReviewShown'];
export type Wanted = Schemas['ReviewWanted'];
export type Scope = Schemas['ReviewScope'];
export type Card = Schemas['RightCard'];
export type Person = Schemas['PersonCard'];
export type Progress = Schemas['ProgressShown'];
export type Answer = Schemas['AnswerGiven'];

export const PAGE = 50;

export function useReviews(page: number, size: number) {
  return useQuery({
    queryKey: keys.reviews('list', page),
    queryFn: ({ signal }) =>
      data(api.GET('/api/reviews', { signal, params: { query: { page, size } } })),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

export function useReview(id: string) {
  return useQuery({
    queryKey: keys.reviews('one', id),
    queryFn: ({ signal }) =>
      data(api.GET('/api/reviews/{id}', { signal, params: { path: { id } } })),
    staleTime: 0,
    retry: false,
  });
}

/** People of a review: of one's own, or all of them. */
export function usePeopleInReview(id: string, mine: boolean, waiting: boolean, page: number) {
  return useQuery({
    queryKey: keys.reviews('people', id, mine, waiting, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/reviews/{id}/people', {
          signal,
          params: { path: { id }, query: { mine, waiting, page, size: PAGE } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

/** What somebody holds that is asked about. */
export function usePersonInReview(id: string, person: string) {
  return useQuery({
    queryKey: keys.reviews('person', id, person),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/reviews/{id}/people/{person}', {
          signal,
          params: { path: { id, person } },
        }),
      ),
    enabled: person !== '',
    staleTime: 0,
  });
}

export function useAlike(id: string) {
  return useQuery({
    queryKey: keys.reviews('alike', id),
    queryFn: ({ signal }) =>
      data(api.GET('/api/reviews/{id}/alike', { signal, params: { path: { id } } })),
    staleTime: 0,
  });
}

export function useAlikeRights(id: string, what: string, through: string, page: number) {
  return useQuery({
    queryKey: keys.reviews('alike', id, what, through, page),
    queryFn: ({ signal }) =>
      data(
        api.GET('/api/reviews/{id}/alike/rights', {
          signal,
          params: { path: { id }, query: { what, through, page, size: PAGE } },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
}

/** What a review would ask of whom; asked for anew when what is wanted changes. */
export function useReviewPreview(application: string, wanted: Wanted, enabled: boolean) {
  return useQuery({
    queryKey: keys.reviews('preview', application, wanted),
    queryFn: ({ signal }) =>
      data(
        api.POST('/api/applications/{application}/reviews/preview', {
          signal,
          params: { path: { application } },
          body: wanted,
        }),
      ),
    enabled,
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: 0,
  });
}

export const beginReview = (application: string, wanted: Wanted) =>
  data(
    api.POST('/api/applications/{application}/reviews', {
      params: { path: { application } },
      body: wanted,
    }),
  );

export const look = (id: string, numbers: number[]) =>
  data(api.POST('/api/reviews/{id}/looked', { params: { path: { id } }, body: { numbers } }));

export const answer = (id: string, body: Answer) =>
  data(api.POST('/api/reviews/{id}/answers', { params: { path: { id } }, body }));

export const handOn = (id: string, body: Schemas['HandedRights']) =>
  data(api.POST('/api/reviews/{id}/handed', { params: { path: { id } }, body }));
