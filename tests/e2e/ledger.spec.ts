import { expect, test } from './studio'

test('what is cut of a row shows whole to whoever comes to it by keys, and its telling word first', async ({
  studio,
}) => {
  await studio.goto('/forms/kiln-finder/compose')
  const row = studio.getByRole('row').filter({ has: studio.getByRole('button', { name: /How hot do you fire/ }) })
  const condition = row.getByText(/^is one of Stoneware or Porcelain/)
  const isCut = () => condition.evaluate((chip) => chip.scrollWidth > chip.clientWidth)
  // Streamed rows are in the document a moment before they are shown, and what is not shown has no width.
  await expect(condition).toBeVisible()
  await expect.poll(isCut).toBe(true)
  await expect(condition).toHaveAttribute('title', 'What do you fire most? is one of Stoneware or Porcelain')
  await expect(row.getByText('Peak °C · contact')).toBeVisible()
  await studio.getByRole('button', { name: /What do you fire most/ }).focus()
  await studio.keyboard.press('ArrowDown')
  await expect(row.getByRole('button')).toBeFocused()
  await expect.poll(isCut).toBe(false)
})
