using System.Collections.Concurrent;
using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Support.UI;

namespace Hexaprep.Testing;

/// <summary>A headless Chromium, at an exact size. Browsers are handed on from test to test: every app has an origin of its own, so
/// nothing else is.</summary>
public sealed class Chromium : IDisposable
{
    private static readonly ConcurrentBag<ChromeDriver> Free = [];
    private static readonly ConcurrentBag<(ChromeDriver Driver, string Profile)> Started = [];

    static Chromium() =>
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
        {
            foreach (var (driver, profile) in Started)
            {
                driver.Dispose();
                Directory.Delete(profile, recursive: true);
            }
        };

    /// <summary>Takes a free one, or starts one.</summary>
    public Chromium(int width = 1280, int height = 800)
    {
        Driver = Free.TryTake(out var free) ? free : Start();
        Size(width, height);
    }

    private static ChromeDriver Start()
    {
        var profile = Directory.CreateTempSubdirectory("hexaprep-chromium-").FullName;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--hide-scrollbars",
            "--force-device-scale-factor=1",
            "--force-color-profile=srgb",
            "--disable-dev-shm-usage",
            $"--user-data-dir={profile}"
        );
        options.SetLoggingPreference(LogType.Browser, LogLevel.All);
        options.SetLoggingPreference(LogType.Performance, LogLevel.All);
        var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
        Started.Add((driver, profile));
        return driver;
    }

    /// <summary>The driver.</summary>
    public ChromeDriver Driver { get; }

    /// <summary>Sets the exact size of the page.</summary>
    public void Size(int width, int height, bool touch = false)
    {
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new()
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
        Driver.ExecuteCdpCommand("Emulation.setTouchEmulationEnabled", new() { ["enabled"] = touch, ["maxTouchPoints"] = touch ? 5 : 1 });
    }

    /// <summary>Fails requests whose address matches a pattern; none when empty.</summary>
    public void Block(params string[] patterns)
    {
        Driver.ExecuteCdpCommand("Network.enable", []);
        Driver.ExecuteCdpCommand("Network.setBlockedURLs", new() { ["urls"] = patterns });
    }

    /// <summary>Types keys where the focus is.</summary>
    public void Press(string keys) => new OpenQA.Selenium.Interactions.Actions(Driver).SendKeys(keys).Perform();

    /// <summary>Several keys go down at the same moment, as under a palm: however slow the machine is.</summary>
    /// <param name="codes">Places on the keyboard, "KeyZ".</param>
    public void PressAtOnce(params string[] codes) =>
        Driver.ExecuteScript(
            "for (const code of arguments[0]) dispatchEvent(new KeyboardEvent('keydown', { code, bubbles: true, cancelable: true }))",
            (object)codes
        );

    /// <summary>Lets the pause pass in which several keys count once.</summary>
    public void PauseBetweenKeys()
    {
        double Now() => Convert.ToDouble(Driver.ExecuteScript("return performance.now()"), CultureInfo.InvariantCulture);
        var from = Now();
        Wait(d => Now() > from + 420, "The clock of the page stands still.");
    }

    /// <summary>Gives an element the focus without touching it.</summary>
    public void Focus(IWebElement element) => Driver.ExecuteScript("arguments[0].focus()", element);

    /// <summary>Sets the light of this device and loads the page again.</summary>
    public void Light(string light)
    {
        Driver.ExecuteScript("localStorage.setItem('hexaprep-device', JSON.stringify({ light: arguments[0] }))", light);
        Driver.Navigate().Refresh();
        Wait(
            _ => (string)Driver.ExecuteScript("return document.documentElement.dataset.bench || ''")! == light,
            $"It did not become {light}."
        );
    }

    /// <summary>Waits until fonts are there and nothing is being worked out any more.</summary>
    public void Settle() =>
        Wait(
            d =>
                (bool)Driver.ExecuteScript("return document.fonts.status === 'loaded'")!
                && d.FindElements(By.CssSelector("[aria-busy=true]")).Count == 0
                && !Text().Contains("Working it out", StringComparison.Ordinal),
            "It never settles."
        );

    /// <summary>Opens an address and waits for its heading.</summary>
    public void Open(string address)
    {
        Driver.Navigate().GoToUrl(address);
        Find("main h1");
    }

    /// <summary>Waits for an element to be there.</summary>
    public IWebElement Find(string css) =>
        Wait(d => d.FindElements(By.CssSelector(css)).FirstOrDefault(), () => $"'{css}' did not appear. The page: {Text()}")!;

    /// <summary>Waits for a button or link with a text in it.</summary>
    public IWebElement Named(string text, string within = "") =>
        Wait(
            d =>
                d.FindElements(By.XPath($"{within}//*[self::button or self::a][contains(normalize-space(.), {Quoted(text)})]"))
                    .FirstOrDefault(e => e.Displayed),
            () => $"No key says '{text}'. The page: {Text()}"
        )!;

    /// <summary>Chooses words in a gap of a sentence.</summary>
    public void Choose(string label, string option)
    {
        Find($"[aria-label='{label}']").Click();
        Wait(d => d.FindElements(By.CssSelector("[role=option]")).FirstOrDefault(o => o.Text == option), $"No '{option}'.")!.Click();
        Wait(d => d.FindElements(By.CssSelector("[role=option]")).Count == 0, "The options stay open.");
    }

    /// <summary>Waits until the page says something.</summary>
    public void Says(string text) =>
        Wait(_ => Text().Contains(text, StringComparison.Ordinal), () => $"The page does not say '{text}', but: {Text()}");

    /// <summary>Waits until something holds.</summary>
    public T Wait<T>(Func<IWebDriver, T> until, string otherwise) => Wait(until, () => otherwise);

    /// <summary>Waits until something holds; what is said of a wait in vain is what the page shows at its end.</summary>
    public T Wait<T>(Func<IWebDriver, T> until, Func<string> otherwise)
    {
        var wait = new WebDriverWait(Driver, TimeSpan.FromSeconds(40)) { PollingInterval = TimeSpan.FromMilliseconds(60) };
        wait.IgnoreExceptionTypes(typeof(StaleElementReferenceException));
        try
        {
            return wait.Until(until);
        }
        catch (WebDriverTimeoutException late)
        {
            throw new WebDriverTimeoutException(otherwise(), late);
        }
    }

    /// <summary>All the page shows.</summary>
    public string Text() => (string)Driver.ExecuteScript("return document.body.innerText")!;

    /// <summary>What axe finds wrong, each as "rule: element"; empty when nothing.</summary>
    /// <param name="coloursOnly">Only whether the colours tell apart: what a page is but for its light was asked by day.</param>
    public IReadOnlyList<string> Axe(bool coloursOnly = false)
    {
        if (Driver.ExecuteScript("return 'axe' in window") is not true)
            Driver.ExecuteScript(File.ReadAllText(Path.Combine(Project.Root, "src/client/node_modules/axe-core/axe.min.js")));
        var found =
            (IReadOnlyCollection<object>)
                Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1];
                    const runOnly = arguments[0]
                      ? { type: 'rule', values: ['color-contrast'] }
                      : ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
                    axe.run(document, { runOnly, resultTypes: ['violations'] })
                      .then(r => done(r.violations.flatMap(v => v.nodes.map(n => v.id + ': ' + n.html.slice(0, 160)))));
                    """,
                    coloursOnly
                )!;
        return [.. found.Select(f => Convert.ToString(f, CultureInfo.InvariantCulture)!)];
    }

    /// <summary>Addresses the page asked for outside this machine.</summary>
    public IReadOnlyList<string> OutsideRequests() =>
        [
            .. Driver
                .Manage()
                .Logs.GetLog(LogType.Performance)
                .Select(l => System.Text.Json.Nodes.JsonNode.Parse(l.Message)!["message"]!)
                .Where(m => m["method"]!.ToString() == "Network.requestWillBeSent")
                .Select(m => m["params"]!["request"]!["url"]!.ToString())
                .Where(u =>
                    !u.StartsWith("http://127.0.0.1:", StringComparison.Ordinal)
                    && !u.StartsWith("data:", StringComparison.Ordinal)
                    && !u.StartsWith("blob:", StringComparison.Ordinal)
                    && !u.StartsWith("chrome", StringComparison.Ordinal)
                    && u != "about:blank"
                ),
        ];

    /// <summary>Errors in the console.</summary>
    public IReadOnlyList<string> ConsoleErrors() =>
        [.. Driver.Manage().Logs.GetLog(LogType.Browser).Where(l => l.Level >= LogLevel.Warning).Select(l => l.Message)];

    /// <inheritdoc />
    public void Dispose()
    {
        Block();
        Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["features"] = Array.Empty<object>() });
        // Pages left open would go on asking an app that is gone.
        foreach (var window in Driver.WindowHandles.Skip(1))
            Driver.SwitchTo().Window(window).Close();
        Driver.SwitchTo().Window(Driver.WindowHandles[0]).Navigate().GoToUrl("about:blank");
        _ = (Driver.Manage().Logs.GetLog(LogType.Performance), Driver.Manage().Logs.GetLog(LogType.Browser));
        Free.Add(Driver);
    }

    private static string Quoted(string text) => text.Contains('\'', StringComparison.Ordinal) ? $"\"{text}\"" : $"'{text}'";
}
