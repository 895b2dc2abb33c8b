using System.Reflection;
using NetArchTest.Rules;

namespace Stampo.Tests;

/// <summary>The rooms of an assembly stand in one direction: each may use those before it and none of those after it.</summary>
public static class Rooms
{
    /// <param name="assembly">All of it: a room that is not in the list is one that nobody looks at.</param>
    /// <param name="root">The namespace that the rooms lie in.</param>
    /// <param name="inOrder">From what everything may use to what nothing may.</param>
    public static void StandInOneDirection(Assembly assembly, string root, params string[] inOrder)
    {
        var rooms = assembly.GetTypes().Select(t => RoomOf(t, root)).OfType<string>().Distinct();
        Assert.Equal(inOrder.Order(StringComparer.Ordinal), rooms.Order(StringComparer.Ordinal));
        var wrong = inOrder.SelectMany(
            (room, at) =>
                Types
                    .InAssembly(assembly)
                    .That()
                    .ResideInNamespaceMatching($@"^{root.Replace(".", @"\.", StringComparison.Ordinal)}\.{room}(\.|$)")
                    .ShouldNot()
                    .HaveDependencyOnAny([.. inOrder[(at + 1)..].Select(after => $"{root}.{after}"), "nothing"])
                    .GetResult()
                    .FailingTypeNames
                ?? []
        );
        Assert.Empty(wrong);
    }

    private static string? RoomOf(Type type, string root) =>
        type.Namespace is { } name && name.StartsWith(root + ".", StringComparison.Ordinal)
            ? name[(root.Length + 1)..].Split('.')[0]
            : null;
}
