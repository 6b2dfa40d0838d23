/** What a person is told of an error. @param otherwise where it says nothing */
export const messageOf = (error: unknown, otherwise = 'This did not work.'): string =>
  error instanceof Error ? error.message : otherwise;
