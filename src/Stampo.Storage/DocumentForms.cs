using System.Text.Json.Nodes;

namespace Stampo.Storage;

/// <summary>
/// What is kept as JSON has a form, and the form has a number: 1, and one more for each change that brings what was kept before up to it.
/// Whoever reads gets the form of today, whatever release wrote it.
/// </summary>
/// <param name="changes">For each kind of document the changes of its form, in their order. A kind that never changed has none.</param>
public sealed class DocumentForms(IReadOnlyDictionary<string, IReadOnlyList<Action<JsonObject>>> changes)
{
    /// <summary>
    /// The kind of what is not a step: a decision, a run and its acts, an act of a tool, a signed first article, and an entry of the
    /// shop as it was kept one by one.
    /// </summary>
    public const string Decision = "decision",
        Run = "run",
        Act = "act",
        ToolAct = "tool act",
        FirstArticle = "first article",
        ShopEntry = "shop entry";

    /// <summary>Of what is written today. All plans are of one kind, whatever their route.</summary>
    public int Current(string kind) => 1 + Of(kind).Count;

    public string BroughtUp(string kind, int schema, string json)
    {
        if (schema == Current(kind))
            return json;
        if (schema > Current(kind) || schema < 1)
            throw new LaterFormException(kind, schema, Current(kind));
        if (JsonNode.Parse(json) is not JsonObject document)
            return json;
        foreach (var change in Of(kind).Skip(schema - 1))
            change(document);
        return document.ToJsonString();
    }

    private IReadOnlyList<Action<JsonObject>> Of(string kind) => changes.GetValueOrDefault(kind.Split('/')[0], []);
}

/// <summary>A later release wrote it: what it means is not known here.</summary>
public sealed class LaterFormException(string kind, int schema, int current)
    : System.Text.Json.JsonException(
        $"A {kind} is kept in form {schema}; this release knows it up to form {current}. Open the data with the release that wrote it."
    );
