export async function bench(argv: readonly string[]): Promise<number> {
  console.log(argv);
  return 0;
}
