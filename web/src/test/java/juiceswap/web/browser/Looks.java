package juiceswap.web.browser;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Page;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** What a page must keep to on every screen: it fits, nothing is cut off or lies on something else, everybody can use it. */
final class Looks {
    private static final List<Integer> WIDTHS = List.of(360, 768, 1280, 1920);

    /** Sideways scrolling, clipped and overlapping text, targets too small for a thumb; one line for each. */
    private static final String PROBLEMS = """
            () => {
              const found = [];
              if (document.compatMode !== 'CSS1Compat') found.push('drawn in quirks mode: no doctype');
              const what = (one) => one.tagName.toLowerCase() + '.' + (one.getAttribute('class') || '').split(' ').slice(0, 2).join('.')
                + ' “' + (one.textContent || one.value || '').trim().replace(/\\s+/g, ' ').slice(0, 40) + '”';
              const wide = document.documentElement.clientWidth;
              const scrolls = (one) => one.closest('.overflow-x-auto, .tabs, .scroll-list') !== null;
              const seen = (one) => one.checkVisibility({ visibilityProperty: true, opacityProperty: false });
              if (document.documentElement.scrollWidth > wide + 1) {
                const out = [...document.querySelectorAll('body *')].filter((one) => seen(one) && !scrolls(one)
                  && one.getBoundingClientRect().right > wide + 1 && ![...one.children].some((child) => child.getBoundingClientRect().right > wide + 1));
                found.push('scrolls sideways to ' + document.documentElement.scrollWidth + ': ' + out.slice(0, 3).map(what).join(', '));
              }
              for (const one of document.querySelectorAll('body *')) {
                if (one.ownerSVGElement || !seen(one) || scrolls(one) || one.closest('.clip') || !one.textContent.trim()) continue;
                const style = getComputedStyle(one);
                const cuts = ['hidden', 'clip'].includes(style.overflowX) || one.matches('button, .button');
                if (cuts && style.display !== 'inline' && one.clientWidth > 1 && one.scrollWidth > one.clientWidth + 1) found.push('clipped: ' + what(one));
              }
              const texts = [];
              const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
              for (let node = walker.nextNode(); node; node = walker.nextNode()) {
                const parent = node.parentElement;
                if (parent.clientWidth === 1 && !parent.ownerSVGElement) continue; // for screen readers alone
                if (!node.textContent.trim() || !seen(parent) || parent.closest('dialog, option, title, datalist, [aria-hidden=true], nav.pages, .brief, [data-stick]') || scrolls(parent)) continue;
                if (parent.closest('.act') && getComputedStyle(parent.closest('.act')).position === 'sticky') continue;
                if (parent.closest('details:not([open])') && !parent.closest('summary')) continue;
                const range = document.createRange();
                range.selectNodeContents(node);
                for (const box of range.getClientRects()) if (box.width > 2) texts.push({ parent, box });
              }
              texts.sort((one, other) => one.box.top - other.box.top);
              for (let i = 0; i < texts.length; i++) {
                for (let j = i + 1; j < texts.length && texts[j].box.top < texts[i].box.bottom; j++) {
                  const one = texts[i], other = texts[j];
                  const across = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
                  const down = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
                  const least = Math.min(one.box.height, other.box.height);
                  if (across > 2 && down > least * 0.35 && one.parent !== other.parent) found.push('overlap: ' + what(one.parent) + ' and ' + what(other.parent));
                }
              }
              for (const one of document.querySelectorAll('button, .button, select, input:not([type=hidden])')) {
                const box = one.getBoundingClientRect();
                if (seen(one) && box.height > 0 && box.height < (one.matches('[type=checkbox], [type=radio]') ? 20 : 39)) found.push('small: ' + what(one) + ' ' + Math.round(box.height));
              }
              return [...new Set(found)].slice(0, 12);
            }""";

    /** Whatever can be touched can be reached by the keyboard, in the order of the page, and shows that it was reached. */
    private static final String KEYBOARD = """
            () => {
              const found = [];
              const what = (one) => one.tagName.toLowerCase() + '.' + (one.getAttribute('class') || '').split(' ').slice(0, 2).join('.')
                + ' “' + (one.getAttribute('aria-label') || one.textContent || one.value || '').trim().replace(/\\s+/g, ' ').slice(0, 40) + '”';
              const seen = (one) => one.checkVisibility({ visibilityProperty: true, opacityProperty: false }) && one.getBoundingClientRect().width > 0;
              const reach = 'a[href], button:enabled, input:enabled:not([type=hidden]), select:enabled, textarea:enabled, summary, [tabindex="0"]';
              const look = (one) => [one, ...one.querySelectorAll('*')].slice(0, 30).map((part) => {
                const style = getComputedStyle(part);
                return [style.outlineStyle, style.outlineWidth, style.stroke, style.strokeWidth].join();
              }).join();
              for (const one of document.querySelectorAll('[tabindex]')) if (one.tabIndex > 0) found.push('out of order: ' + what(one));
              for (const one of document.querySelectorAll(reach)) {
                if (!seen(one)) continue;
                document.activeElement.blur();
                const before = look(one);
                one.focus();
                if (document.activeElement !== one) found.push('not reached: ' + what(one));
                else if (look(one) === before) found.push('reached, but it does not show: ' + what(one));
              }
              document.activeElement.blur();
              for (const one of document.querySelectorAll('body *')) {
                if (getComputedStyle(one).cursor !== 'pointer' || !seen(one)) continue;
                if (!one.closest(reach) && !one.closest('label, button:disabled')) found.push('for the mouse alone: ' + what(one));
              }
              return [...new Set(found)].slice(0, 12);
            }""";

    /**
     * The guidelines, level AA; and what the scanner has and no level of the guidelines asks for: what is said by voice is what is
     * seen, cells have heads (drawings are described in sentences of their own). The scanner runs in the page itself: there are
     * no frames that it would have to gather.
     */
    private static final String EVERYBODY = """
            async () => {
              const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
              const more = ['label-content-name-mismatch', 'td-has-header'];
              const result = await axe.run({ runOnly: { type: 'tag', values: tags }, rules: Object.fromEntries(more.map((rule) => [rule, { enabled: true }])) });
              const drawn = (node) => document.querySelector(node.target[0])?.closest('svg');
              return result.violations.map((rule) => ({ id: rule.id, nodes: rule.nodes.filter((node) => !more.includes(rule.id) || !drawn(node)) }))
                .filter((rule) => rule.nodes.length)
                .map((rule) => rule.id + ' ' + rule.nodes.slice(0, 6).map((node) => node.html).join(' '));
            }""";

    /** By day nothing but the colours is different; the scanner is in the page already. */
    private static final String COLOURS = """
            async () => {
              const result = await axe.run({ runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] } });
              return result.violations.map((rule) => rule.id + ' ' + rule.nodes[0].html);
            }""";

    private final Set<String> problems = new LinkedHashSet<>();

    /** All that was found wrong so far, with where. */
    List<String> problems() {
        return List.copyOf(problems);
    }

    /** Looks at the page in every width and in both themes. */
    void at(Page page, String where) {
        for (int width : WIDTHS) {
            page.setViewportSize(width, 844);
            note(page, where + " at " + width);
        }
        page.setViewportSize(1280, 800);
        // a key tells the browser that somebody uses the keyboard
        page.keyboard().press("Tab");
        add(page, KEYBOARD, where + " by keyboard");
        page.evaluate(AxeBuilder.getAxeScript());
        add(page, EVERYBODY, where + " by night");
        page.evaluate("document.documentElement.className = 'day'");
        add(page, COLOURS, where + " by day");
        page.evaluate("document.documentElement.className = 'night'");
    }

    /** Looks at a page of a browser that is set to large text. */
    void atLargeText(Page page, String where) {
        for (int width : List.of(390, 1280)) {
            page.setViewportSize(width, 844);
            note(page, where + " at " + width + ", text at 200 %");
        }
    }

    private void note(Page page, String where) {
        add(page, PROBLEMS, where);
    }

    @SuppressWarnings("unchecked")
    private void add(Page page, String script, String where) {
        for (String problem : (List<String>) page.evaluate(script)) {
            problems.add(where + ": " + problem);
        }
    }
}
