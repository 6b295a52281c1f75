/** What a field or a list among settings looks like. */
export const box = "h-[24px] rounded-md border border-edge bg-raised px-1.5 pointer-coarse:h-10";
