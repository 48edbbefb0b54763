import { drawerName } from '@/picture/drawer-name';

/** Names as graphics contexts give them (from memory of the form “ANGLE (maker, device, interface)”). */
test.each([
  ['ANGLE (Mesa/X.org, llvmpipe (LLVM 15.0.6 256 bits), OpenGL ES 3.2)', 'software (Mesa llvmpipe)'],
  ['ANGLE (Google, Vulkan 1.3.0 (SwiftShader Device (Subzero) (0x0000C0DE)), SwiftShader driver)', 'software (SwiftShader)'],
  ['ANGLE (Maker, Maker Card 5 (0x00002C02) Direct3D11 vs_5_0 ps_5_0, D3D11)', 'Maker Card 5'],
  ['ANGLE (Maker, Maker Graphics 600 (KBL GT2), OpenGL ES 3.2)', 'Maker Graphics 600 (KBL GT2)'],
  ['Card Two', 'Card Two'],
  ['', 'an unnamed graphics card'],
])('%s is told as %s', (renderer, told) => {
  expect(drawerName(renderer)).toBe(told);
});
