/** Lines of JSON as they come; those that come together, together. */
export async function* linesOf<T>(stream: ReadableStream<Uint8Array>): AsyncGenerator<T[]> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const lines = rest.split('\n');
    // What follows the last line break is not whole yet, unless this is the end.
    rest = done ? '' : (lines.pop() ?? '');
    const whole = lines.filter((line) => line.trim() !== '');
    if (whole.length > 0) {
      yield whole.map((line) => JSON.parse(line) as T);
    }
    if (done) {
      return;
    }
  }
}
