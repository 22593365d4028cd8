export function Logo({ dark = true }: { dark?: boolean }) {
  return (
    <span className="flex items-center gap-2.5 font-script text-xl font-semibold">
      <svg viewBox="0 0 24 24" className="size-6" fill="none" aria-hidden="true">
        <path
          d="M5 4v16M5 13.5c7 0 11-3 13-8.5M9.5 12.5c4 1 6.5 3.5 9 7.5"
          stroke={dark ? '#f2c879' : '#0e5a5f'}
          strokeWidth="2.2"
          strokeLinecap="round"
        />
      </svg>
      Kineta
    </span>
  );
}
