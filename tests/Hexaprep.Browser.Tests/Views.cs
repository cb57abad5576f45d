namespace Hexaprep.Browser.Tests;

/// <summary>The addresses of every view of the demo.</summary>
internal static class Views
{
    private static readonly string[] Paths =
    [
        "/",
        "/plan",
        "/plan/evenings",
        "/units",
        "/coats",
        "/coats/air",
        "/intake",
        "/house",
        "/nowhere",
    ];

    public static async Task<IReadOnlyList<string>> OfAsync(TestApp app) =>
        [
            .. Paths,
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}",
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}/painting",
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}/pieces",
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}/gaps",
            $"/units/{(await app.GetAsync("/api/units"))[1]!["id"]}/primer",
            $"/gate/{(await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]}",
        ];
}
