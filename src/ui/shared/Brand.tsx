export function Brand() {
  return (
    <a href="/" className="flex items-center gap-2 rounded text-plum" aria-label="Dendrotax, all charts">
      <img src="/favicon.svg" alt="" width={22} height={22} />
      <span className="font-title text-[19px] font-semibold">Dendrotax</span>
    </a>
  );
}
