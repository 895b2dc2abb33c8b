namespace Stampo.Core.Working;

/// <summary>What items are ordered by. A struct, so that the selection is compiled for it.</summary>
internal interface IKeyOf<T>
{
    double Of(T item);
}

internal static class Selection
{
    /// <summary>
    /// Puts into place k what belongs there in sorted order, the smaller before it and the larger behind (Hoare's find, 1961).
    /// </summary>
    public static void Place<T, TKey>(Span<T> items, int k, TKey key)
        where TKey : struct, IKeyOf<T>
    {
        int left = 0,
            right = items.Length - 1;
        while (left < right)
        {
            var pivot = key.Of(items[left + (right - left) / 2]);
            int i = left,
                j = right;
            while (i <= j)
            {
                while (key.Of(items[i]) < pivot)
                    i++;
                while (key.Of(items[j]) > pivot)
                    j--;
                if (i > j)
                    break;
                (items[i], items[j]) = (items[j], items[i]);
                i++;
                j--;
            }

            if (k <= j)
                right = j;
            else if (k >= i)
                left = i;
            else
                return;
        }
    }
}
