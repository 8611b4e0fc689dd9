/** Where the sheet of a record stands. */
export const recordAddress = (application: string, type: string, record: string) =>
  `/record/${encodeURIComponent(application)}/${encodeURIComponent(type)}/${encodeURIComponent(record)}`;
