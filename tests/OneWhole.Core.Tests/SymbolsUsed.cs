using System.Reflection;
using System.Reflection.Emit;

namespace OneWhole.Core.Tests;

/// <summary>
/// Which folders of an assembly use which others, by the symbols in their compiled code: what a file says it uses does not matter.
/// </summary>
internal static class SymbolsUsed
{
    private static readonly Dictionary<short, OpCode> Codes = typeof(OpCodes)
        .GetFields(BindingFlags.Public | BindingFlags.Static)
        .Select(field => (OpCode)field.GetValue(null)!)
        .ToDictionary(code => code.Value);

    private const BindingFlags All =
        BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Static | BindingFlags.Instance | BindingFlags.DeclaredOnly;

    /// <returns>By folder and by the folder that it uses, one place where it does.</returns>
    public static IReadOnlyDictionary<(string From, string To), string> Of(Assembly assembly)
    {
        string root = assembly.GetName().Name!;
        var used = new Dictionary<(string, string), string>();
        foreach (Type type in assembly.GetTypes())
        {
            if (FolderOf(type, root) is not { Length: > 0 } from)
            {
                continue;
            }
            foreach ((Type other, string place) in UsedBy(type))
            {
                if (other.Assembly == assembly && FolderOf(other, root) is { Length: > 0 } to && to != from)
                {
                    used.TryAdd((from, to), $"{type.FullName}{place} uses {other.Name}");
                }
            }
        }
        return used;
    }

    private static string? FolderOf(Type type, string root) =>
        type.Namespace is { } name && name.StartsWith(root + ".", StringComparison.Ordinal)
            ? name[(root.Length + 1)..].Split('.')[0]
            : null;

    private static IEnumerable<(Type Type, string Place)> UsedBy(Type type)
    {
        foreach (Type other in Parts(type.BaseType).Concat(type.GetInterfaces().SelectMany(Parts)))
        {
            yield return (other, "");
        }
        foreach (FieldInfo field in type.GetFields(All))
        {
            foreach (Type other in Parts(field.FieldType))
            {
                yield return (other, $".{field.Name}");
            }
        }
        foreach (MethodBase method in type.GetMethods(All).Cast<MethodBase>().Concat(type.GetConstructors(All)))
        {
            IEnumerable<Type> signature =
            [
                .. method.GetParameters().Select(parameter => parameter.ParameterType),
                .. method is MethodInfo { ReturnType: var result } ? (Type[])[result] : [],
            ];
            foreach (Type other in signature.SelectMany(Parts).Concat(InBody(type, method)))
            {
                yield return (other, $".{method.Name}");
            }
        }
    }

    private static IEnumerable<Type> InBody(Type type, MethodBase method)
    {
        if (method.GetMethodBody() is not { } body || body.GetILAsByteArray() is not { } il)
        {
            return [];
        }
        var found = new List<Type>(body.LocalVariables.SelectMany(local => Parts(local.LocalType)));
        Type[] typeArguments = type.IsGenericType ? type.GetGenericArguments() : [],
            methodArguments = method.IsGenericMethod ? method.GetGenericArguments() : [];
        for (int at = 0; at < il.Length; )
        {
            short value = il[at++];
            if (value == 0xFE)
            {
                value = (short)(0xFE00 | il[at++]);
            }
            OpCode code = Codes[value];
            if (code.OperandType is OperandType.InlineMethod or OperandType.InlineField or OperandType.InlineType or OperandType.InlineTok)
            {
                MemberInfo? member = method.Module.ResolveMember(BitConverter.ToInt32(il, at), typeArguments, methodArguments);
                found.AddRange(
                    member switch
                    {
                        Type named => Parts(named),
                        MethodInfo called =>
                        [
                            .. Parts(called.DeclaringType),
                            .. Parts(called.ReturnType),
                            .. called.IsGenericMethod ? called.GetGenericArguments().SelectMany(Parts) : [],
                        ],
                        FieldInfo field => [.. Parts(field.DeclaringType), .. Parts(field.FieldType)],
                        _ => Parts(member?.DeclaringType),
                    }
                );
            }
            at += code.OperandType switch
            {
                OperandType.InlineNone => 0,
                OperandType.ShortInlineBrTarget or OperandType.ShortInlineI or OperandType.ShortInlineVar => 1,
                OperandType.InlineVar => 2,
                OperandType.InlineI8 or OperandType.InlineR => 8,
                OperandType.InlineSwitch => 4 + 4 * BitConverter.ToInt32(il, at),
                _ => 4,
            };
        }
        return found;
    }

    /// <summary>A type with what it is made of: elements, arguments.</summary>
    private static IEnumerable<Type> Parts(Type? type)
    {
        if (type is null || type.IsGenericParameter)
        {
            return [];
        }
        return type.HasElementType ? Parts(type.GetElementType())
            : type.IsGenericType ? [type.GetGenericTypeDefinition(), .. type.GetGenericArguments().SelectMany(Parts)]
            : [type];
    }
}
