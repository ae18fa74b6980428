export const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const;
