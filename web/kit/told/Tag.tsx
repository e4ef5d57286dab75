/** A bag's code as it stands on its label. */
export function Tag({ code, large = false }: { code: string; large?: boolean }) {
  return <span className={`code ${large ? 'text-[1.75rem]' : 'text-[1.2rem]'} tracking-[0.02em]`}>{code}</span>;
}
