import { Key, type WebDriver } from 'selenium-webdriver';

/** What a document is given when somebody pastes into it. */
export async function pasted(driver: WebDriver): Promise<{ html: string; text: string }> {
  await driver.executeScript(
    `const paper = document.createElement('textarea');
     paper.id = 'paper';
     paper.addEventListener('paste', (event) => {
       window.pasted = ['text/html', 'text/plain'].map((form) => event.clipboardData.getData(form));
       event.preventDefault();
     });
     document.body.append(paper); paper.focus();`,
  );
  await driver.actions().keyDown(Key.CONTROL).sendKeys('v').keyUp(Key.CONTROL).perform();
  const [html, text] = await driver.executeScript<[string, string]>('return window.pasted ?? ["", ""];');
  await driver.executeScript(`document.querySelector('#paper').remove();`);
  return { html, text };
}
