using System.Globalization;
using Hexaprep.Testing;

namespace Hexaprep.Benchmarks;

/// <summary>The page in the real browser: what comes over the wire at a first visit, when the largest thing is painted, how far things
/// move, how long a tick takes to its new count. Beside it an empty page, so that the ratio outlives the machine.</summary>
internal static class PageTable
{
    private const int Runs = 5;

    private static readonly string[] Pages = ["/", "/plan", "/units", "/intake"];

    public static async Task PrintAsync(int units)
    {
        using var databases = new TestDatabases();
        await using var app = new TestApp(databases.Clone());
        await ActTable.FillAsync(app, units);
        app.SettlesReads = false;
        using var page = new Chromium();
        Console.WriteLine("page        kB over the wire   first script kB   largest paint ms   (empty page ms)   layout shift");
        foreach (var path in Pages)
        {
            var loads = Enumerable.Range(0, Runs).Select(_ => Load(page, app.Address + path)).ToList();
            var empty = Median(Enumerable.Range(0, Runs).Select(_ => Load(page, "data:text/html,<h1>Nothing</h1>").PaintMs));
            var (kb, script) = (Median(loads.Select(l => l.Kilobytes)), Median(loads.Select(l => l.FirstScript)));
            var (paint, shift) = (Median(loads.Select(l => l.PaintMs)), Median(loads.Select(l => l.Shift)));
            Print($"{path, -12}{kb, 17:F0}{script, 18:F0}{paint, 19:F0}{empty, 18:F0}{shift, 15:F3}");
        }
        page.Open(app.Address + "/");
        page.Named("Begin").Click();
        var ticks = Enumerable.Range(0, 12).Select(_ => Tick(page)).Skip(2).ToList();
        Print($"a tick to its new count: median {Median(ticks):F0} ms, of {ticks.Count}");
    }

    private sealed record Loaded(double Kilobytes, double FirstScript, double PaintMs, double Shift);

    private static Loaded Load(Chromium page, string address)
    {
        page.Driver.ExecuteCdpCommand("Network.enable", []);
        page.Driver.ExecuteCdpCommand("Network.clearBrowserCache", []);
        page.Driver.Navigate().GoToUrl(address);
        if (!address.StartsWith("data:", StringComparison.Ordinal))
            page.Find("main h1");
        var figures =
            (IReadOnlyDictionary<string, object>)
                page.Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1];
                    let paint = 0, shift = 0;
                    new PerformanceObserver(l => { for (const e of l.getEntries()) paint = e.startTime; })
                      .observe({ type: 'largest-contentful-paint', buffered: true });
                    new PerformanceObserver(l => { for (const e of l.getEntries()) if (!e.hadRecentInput) shift += e.value; })
                      .observe({ type: 'layout-shift', buffered: true });
                    setTimeout(() => {
                      const all = [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')];
                      const script = all.find(e => /\/assets\/index-[^/]+\.js$/.test(e.name));
                      const kb = all.reduce((sum, e) => sum + e.transferSize, 0) / 1000;
                      done({ kb, script: (script?.transferSize ?? 0) / 1000, paint, shift });
                    }, 1500);
                    """
                )!;
        double Of(string name) => Convert.ToDouble(figures[name], CultureInfo.InvariantCulture);
        return new Loaded(Of("kb"), Of("script"), Of("paint"), Of("shift"));
    }

    // From the touch to the frame in which the new count is drawn.
    private static double Tick(Chromium page) =>
        Convert.ToDouble(
            page.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                const list = document.querySelector('ul[aria-label$=" done"]');
                const before = list.getAttribute('aria-label');
                const key = document.querySelector('[data-keys] button');
                const begin = performance.now();
                const watch = new MutationObserver(() => {
                  const now = document.querySelector('ul[aria-label$=" done"]');
                  if (!now || now.getAttribute('aria-label') === before) return;
                  watch.disconnect();
                  requestAnimationFrame(() => done(performance.now() - begin));
                });
                watch.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
                key.click();
                setTimeout(() => done(9999), 5000);
                """
            ),
            CultureInfo.InvariantCulture
        );

    private static double Median(IEnumerable<double> values) => values.Order().ElementAt(Runs / 2);

    private static void Print(FormattableString text) => Console.WriteLine(text.ToString(CultureInfo.InvariantCulture));
}
