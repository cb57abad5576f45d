/** A number with its noun: 1 model, 5 models. */
export function counted(many: number, what: string): string {
  return `${many} ${many === 1 ? what : `${what}s`}`;
}
