/** The picture that a link is shown with, in pixels: the shape that places which show such pictures have in common. */
export const SHARE_SIZE = { width: 1200, height: 630 }
