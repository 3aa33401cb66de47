export const optimize = (data) => ({ data });
