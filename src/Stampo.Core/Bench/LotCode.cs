namespace Stampo.Core.Bench;

/// <summary>What is printed on a container, typed or scanned: spaces, dashes and small letters make no other lot of it.</summary>
public static class LotCode
{
    public static string Plain(string lot) => new([.. lot.Where(char.IsLetterOrDigit).Select(char.ToUpperInvariant)]);

    public static bool IsSame(string one, string other) => Plain(one) == Plain(other);
}
