/** How a picture is drawn: flat and fast; with materials and lights; the accumulated final picture. */
export type Quality = 'sketch' | 'lit' | 'full';
