using Hexaprep.Core;
using Hexaprep.Core.Routes;
using Hexaprep.Formats;

// route FILE | may-i FILE: JSON alone on the output, words on the error stream; 0 answered, 2 a bad file.
if (args is not [var verb, var file] || verb is not ("route" or "may-i"))
{
    await Console.Error.WriteLineAsync("usage: route FILE.json | may-i FILE.json");
    return 2;
}
try
{
    var json = await File.ReadAllTextAsync(file);
    string answer;
    IReadOnlyList<string> unread;
    if (verb == "route")
    {
        var query = RuleQuery.Route(json);
        (answer, unread) = (RuleAnswers.Write(RouteBuilder.Derive(query.Job, RuleBook.Trade)), query.Unread);
    }
    else
    {
        var (found, ignored) = RuleQuery.MayI(json, RuleBook.Trade);
        (answer, unread) = (RuleAnswers.Write(found), ignored);
    }
    foreach (var name in unread) await Console.Error.WriteLineAsync($"houseRules.{name}: no such house rule, ignored. docs/rule-book.md lists them.");
    await Console.Out.WriteLineAsync(answer);
    return 0;
}
catch (RefusedException refused)
{
    await Console.Error.WriteLineAsync($"{file}: {refused.Message}");
    return 2;
}
catch (Exception error) when (error is IOException or UnauthorizedAccessException)
{
    await Console.Error.WriteLineAsync($"{file}: {error.Message} Give the path of a JSON file.");
    return 2;
}
