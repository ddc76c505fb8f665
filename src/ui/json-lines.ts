/** Reads what comes line by line as JSON, each line as soon as it is whole. Ends early where the line is lost. */
export async function* jsonLines<T>(answer: Response): AsyncGenerator<T> {
  if (!answer.body) return;
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    const lines = (rest + part.value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') yield JSON.parse(line) as T;
  }
  if (rest.trim() !== '') yield JSON.parse(rest) as T;
}
