using Hexaprep.Craft.Inspections;

namespace Hexaprep.Browser.Tests;

/// <summary>Names are what people make them: 80 characters without a space run out of no page, at any width.</summary>
public sealed class LongNameTests(TestDatabases databases)
{
    private static readonly string Name = "Wasserstandsmeldungsoberbevollmächtigtenwachtturmbesatzungsfahnenträgergesellen!".PadRight(
        80,
        'n'
    );

    private static readonly int[] Widths = [320, 390, 1280, 1920];

    [Fact]
    public async Task Nothing_runs_out_of_any_view()
    {
        await using var app = new TestApp(databases.Clone());
        using var brought = await app.BringAsync(
            $"unit={Name};batch={Name[..60]};models=3;material=plastic;transfers=2;gaps=large",
            $"unit={new string('M', 80)};models=2;material=white metal"
        );
        await app.WorkUpToAsync("glue");
        var unit = (await app.GetAsync("/api/units"))[0]!["id"]!.ToString();
        using var page = new Chromium();
        foreach (
            var path in new[] { "/", "/plan", "/units", "/units/" + unit, "/coats", "/coats/air", "/house", "/intake", "/plan/evenings" }
        )
        {
            page.Open(app.Address + path);
            foreach (var width in Widths)
            {
                page.Size(width, width < 800 ? 844 : 900);
                page.Settle();
                string RunsOut() => (string)page.Driver.ExecuteScript(WhatRunsOut)!;
                page.Wait(_ => RunsOut().Length == 0, () => $"{path} at {width}: {RunsOut()}");
            }
        }
    }

    private const string WhatRunsOut = """
        const wide = document.documentElement.clientWidth;
        const shown = el => { const s = getComputedStyle(el); return s.visibility !== 'hidden' && s.display !== 'none'; };
        // What scrolls sideways by itself, or is cut with its whole text at hand, is meant to.
        const held = el => {
          for (let p = el.parentElement; p; p = p.parentElement) {
            const o = getComputedStyle(p).overflowX;
            if (p !== document.documentElement && p !== document.body && o !== 'visible') return true;
          }
          return false;
        };
        const over = [...document.body.querySelectorAll('*')].filter(el => {
          const r = el.getBoundingClientRect();
          return r.width > 1 && r.height > 1 && r.right > wide + 1 && shown(el) && !held(el);
        });
        const page = document.scrollingElement.scrollWidth - wide;
        return page > 1 || over.length
          ? page + ' px: ' + over.slice(0, 3)
              .map(e => e.tagName + ' ' + (e.getAttribute('class') || '').slice(0, 40) + ' ' + e.textContent.slice(0, 30))
              .join(' | ')
          : '';
        """;
}
