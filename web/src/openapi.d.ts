// Written by npm run types.

export interface paths {
    "/api/step-kinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StepKindView"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/demo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefing-kinds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverKind"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/hand-over": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverKind"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/chart-limits": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ChartLimits"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/bundle": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    question?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: {
                    question?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/bundle": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    question?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: {
                    question?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bundles": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BundleLook"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/bundles/{id}/take": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    replace?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BundleTaken"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/numbers": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["NumbersView"];
                    };
                };
            };
        };
        put: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["JsonObject"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["NumbersView"];
                    };
                };
            };
        };
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/words": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["WordsView"];
                    };
                };
            };
        };
        put: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["JsonObject"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["WordsView"];
                    };
                };
            };
        };
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableSummary"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query: {
                    name: string;
                    headerRow?: number;
                };
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/fresh": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query: {
                    name: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["RefreshSummary"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    stage?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/file": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/rows": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    first: number;
                    count: number;
                    stage?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["RowSlice"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/edit": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["EditRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/unreadable": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["UnreadableCell"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/name": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["NameRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/shape": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SayShapeRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/column": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ColumnRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/answer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["AnswerRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/steps": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["StepsRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/try": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["TryRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StepTrial"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/labels": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    column: string;
                    stage?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["LabelCount"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/portrait": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    column: string;
                    stage?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["PortraitView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/spellings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    column: string;
                    stage?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["LabelCount"][][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/redo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/studies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                    likely?: number;
                    column?: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/likely": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["LikelyView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/marked": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["MarkedBlock"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/fresh/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/fresh/{id}/renamed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RenamedColumn"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["RefreshSummary"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/imports/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/imports/{id}/look": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ImportChoice"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": string[][];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/imports/{id}/choose": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ImportChoice"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudySummary"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/change": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ChangeRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["PreviewRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/remedy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RemedyRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/shape": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ShapeRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/move": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["MoveRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/narrow": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["NarrowRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/try": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["TrialRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/try-ahead": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["TrialAheadRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/swap": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/redo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/copy": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/reach": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    row: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ReachView"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ChangeView"][];
                    };
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["WhatChangedRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/columns": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": string[];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/lay-on": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["LayOnRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StudyView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/rows": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    first: number;
                    count: number;
                    stamp?: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["WorkingsRowView"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/arithmetic": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    column: string;
                    row: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ArithmeticReply"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/selection": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SelectionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SelectionReading"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/pointed": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    row: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": string[];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/options": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    path: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["Option"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/settings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SettingsView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/strip": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    width?: number;
                    height?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["StripItem"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/filter": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    column: string;
                    clause?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["FilterList"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/least": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query: {
                    row: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["LeastPreview"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/studies/{id}/hand-over/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    Width?: number;
                    Height?: number;
                    Scale?: number;
                    Paper?: string;
                    Margin?: number;
                    Workings?: boolean;
                    SharesOnly?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                    kind: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: {
                    Width?: number;
                    Height?: number;
                    Scale?: number;
                    Paper?: string;
                    Margin?: number;
                    Workings?: boolean;
                    SharesOnly?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                    kind: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingSummary"][];
                    };
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["StartBriefingRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    pickColumn?: string;
                    pickLabel?: string;
                    width?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/change": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    pickColumn?: string;
                    pickLabel?: string;
                    width?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ChangeBriefingRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/undo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    pickColumn?: string;
                    pickLabel?: string;
                    width?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/redo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: {
                    pickColumn?: string;
                    pickLabel?: string;
                    width?: number;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/newer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["NewerTable"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/take-newer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["BriefingRefresh"][];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/briefings/{id}/hand-over/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    PickColumn?: string;
                    PickLabel?: string;
                    Paper?: string;
                    Margin?: number;
                    SharesOnly?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                    kind: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: {
                    PickColumn?: string;
                    PickLabel?: string;
                    Paper?: string;
                    Margin?: number;
                    SharesOnly?: boolean;
                };
                header?: never;
                path: {
                    id: string;
                    kind: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/hand-overs/{job}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    job: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/hand-overs/{job}/stop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    job: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["HandOverStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/hand-overs/{job}/file": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    job: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SourceView"][];
                    };
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SourceRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SourceView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/items": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SourceItem"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SourceItemRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/look": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SourceRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SourceCheck"][];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/move": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["SourceMoveRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["SourceView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/newer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["NewerView"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/again": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["RefreshSummary"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/tables": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    find?: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["EngineTables"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/password": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["PasswordRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/cost": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["EngineTableRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["EngineCost"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/bring": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["EngineTableRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sources/{id}/leave": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["EngineTableRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ImportStatus"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/ask-again": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/ask-every": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["AskEveryRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/look-again": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["RevisionRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TableView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/stop-asking": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/tables/{id}/page": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: {
                    after?: string;
                };
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["LeftPage"];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/colour-sets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ColourSetView"][];
                    };
                };
            };
        };
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody: {
                content: {
                    "application/json": components["schemas"]["ColourSetRequest"];
                };
            };
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["ColourSetView"];
                    };
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/colour-sets/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/taken-away": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get: {
            parameters: {
                query?: never;
                header?: never;
                path?: never;
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content: {
                        "application/json": components["schemas"]["TakenAwayView"][];
                    };
                };
            };
        };
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/taken-away/{id}/bring-back": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/taken-away/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        delete: {
            parameters: {
                query?: never;
                header?: never;
                path: {
                    id: string;
                };
                cookie?: never;
            };
            requestBody?: never;
            responses: {
                /** @description OK */
                200: {
                    headers: {
                        [name: string]: unknown;
                    };
                    content?: never;
                };
            };
        };
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        /** @description An answer to what reading asked, by their places. */
        AnswerRequest: {
            /** Format: int64 */
            revision: number;
            /** Format: int32 */
            note: number;
            /** Format: int32 */
            answer: number;
        };
        /** @description What is said to who looks for something that is not there, and the shape that is offered instead. */
        AnswerView: {
            text: string;
            form: string;
            shape: string;
        };
        /** @description How a cell came about. */
        ArithmeticReply: {
            text: string;
        };
        /** @description After how many minutes a table is asked again; null for only when it is said. */
        AskEveryRequest: {
            /** Format: int64 */
            revision: number;
            /** Format: int32 */
            minutes?: null | number;
        };
        /** @description A block of a page. */
        BlockView: {
            key: string;
            kind: string;
            /** Format: int32 */
            span: number;
            show: string;
            /** @description The text as it is written, with the names of its readings. */
            text: string;
            /** @description The text as it is read. */
            segments: components["schemas"]["TextSegment"][];
            study?: null | components["schemas"]["BriefingStudy"];
            /** @description What is wrong with it. */
            problem?: null | string;
        };
        /** @description A column that the page can be filtered by. */
        BriefingFilterColumn: {
            column: string;
            /** @description Its labels, the first ones. */
            labels: string[];
            /**
             * Format: int32
             * @description How many studies of the page have it.
             */
            studies: number;
        };
        /** @description What taking newer rows moved. */
        BriefingRefresh: {
            table: string;
            /** Format: int32 */
            rowsBefore: number;
            /** Format: int32 */
            rowsAfter: number;
            problem: null | string;
            studies: components["schemas"]["StudyChange"][];
        };
        /** @description A row of a figure on a page. */
        BriefingRow: {
            /** Format: int32 */
            row: number;
            part: null | string;
            group: null | string;
            /** @description What is said of it at the pointer, its name first. */
            lines: string[];
        };
        /** @description A study as it stands on a page. */
        BriefingStudy: {
            /** @description The study. */
            id: string;
            /** @description Its title. */
            title: string;
            /** @description What is shown, and what 100 % is. */
            statement: string;
            tableId?: string;
            figure?: null | components["schemas"]["Figure"];
            table?: null | components["schemas"]["BriefingTable"];
            /** @description The column of its parts, and of its groups; null where they are columns themselves, or there are none. */
            parts?: null | string;
            groups?: null | string;
            /** @description By row of the figure, what stands there: its part and its group. */
            rows: components["schemas"]["BriefingRow"][];
            /** @description What running text can have of it. */
            readings: components["schemas"]["NamedReading"][];
            /** @description Which columns of the page's filter do not act on it, in words; empty where all do. */
            remark: string;
            addsUp?: boolean;
        };
        /** @description A briefing in the list. */
        BriefingSummary: {
            id: string;
            title: string;
            /** Format: int32 */
            studies: number;
            changed: string;
            /** @description Why it can't be opened, or null. */
            problem?: null | string;
        };
        /** @description A table as it stands on a page. */
        BriefingTable: {
            heads: string[];
            numbers: boolean[];
            rows: string[][];
            /** Format: int32 */
            rowCount: number;
        };
        /** @description A briefing as it is shown. */
        BriefingView: {
            id: string;
            /** Format: int64 */
            revision: number;
            title: string;
            /** Format: int32 */
            columns: number;
            canUndo?: boolean;
            canRedo?: boolean;
            /** @description What its last change was, in words: what an undo takes back. */
            lastChange?: string;
            changed?: string;
            /**
             * Format: int32
             * @description How many of its columns stand side by side in the room that it has.
             */
            sideBySide?: number;
            document: components["schemas"]["Briefing"];
            filter: components["schemas"]["FilterWords"][];
            /** @description What was picked on the page, in words; null where nothing is. */
            picked?: null | string;
            blocks: components["schemas"]["BlockView"][];
            filterColumns: components["schemas"]["BriefingFilterColumn"][];
        };
        /** @description What is in a bundle, before anything of it is taken. */
        BundleLook: {
            /** @description By which it is taken. */
            id: string;
            title: string;
            /** @description Names of its tables. */
            tables: string[];
            /** @description Titles of its studies. */
            studies: string[];
            /** @description The title of its page; null for studies alone. */
            page: null | string;
            /** @description What of it is here already under the same name, in words: it can lie beside that, or replace it. */
            known?: string[];
        };
        /** @description What was taken: the page, or the first study. */
        BundleTaken: {
            briefing: null | string;
            study: string;
        };
        /** @description A text typed into one cell. */
        CellEdit: {
            /**
             * Format: int32
             * @description From 0, after rows were removed and inserted.
             */
            row: number;
            /** @description Its name. */
            column: string;
            /** @description What stands there then. */
            text: string;
        };
        /** @description What is known of a column's cells that stay where they are. */
        CellsElsewhere: {
            /**
             * Format: int64
             * @description How many rows there are in all.
             */
            rows: number;
            /**
             * Format: int64
             * @description How many different labels they have, blanks aside; null where that was not counted.
             */
            labels: null | number;
            /** @description Whether it is the key of its table by itself. */
            tellsRowsApart: boolean;
            /** @description The labels, where they are few: those that the first rows lack among them. */
            listed?: string[];
        };
        /** @description The whole document of a page, changed. */
        ChangeBriefingRequest: {
            /** Format: int64 */
            revision: number;
            document: components["schemas"]["JsonObject"];
            note: string;
        };
        /** @description Sets one place of a study, and takes another out where so asked. */
        ChangeRequest: {
            /** Format: int64 */
            revision: number;
            path: string;
            value?: unknown;
            drop?: null | string;
        };
        /** @description A way to ask what changed. */
        ChangeView: {
            /** @description From what to what. */
            text: string;
            /** @description Where the two are from. */
            detail: string;
            /** @description The study that answers it. */
            bridge: components["schemas"]["LikelyStudy"];
        };
        /** @description What the charts of workbooks and slides do not show of a figure. */
        ChartLimits: {
            /** @description In a sentence; null where nothing is missing. */
            words: null | string;
        };
        /** @description A set of colours by its name. */
        ColourSetRequest: {
            name: string;
            colours: string[];
        };
        /** @description A named set of colours of one's own: those of a house, kept for all studies. */
        ColourSetView: {
            id: string;
            name: string;
            /** @description As "#1d6b60", in the order in which parts take them. */
            colours: string[];
        };
        /** @description What is stored of a column. */
        ColumnDocument: {
            /**
             * Format: int32
             * @description Its place in the import that holds its cells; of a prepared column its place among them.
             */
            at: number;
            name: string;
            type: components["schemas"]["ColumnType"];
            /** @description By which studies, briefings and filters refer to it, whatever its heading is. */
            id?: string;
            /** @description The import that holds its cells; empty for a prepared column. */
            in?: string;
            /** @description What it was called where it was read, where it is called otherwise now: fresh rows have it under that heading. */
            heading?: null | string;
            unit?: null | string;
            /** @description In what the numbers are counted ("thousand"); empty for ones. */
            multiplier?: string;
            following?: null | components["schemas"]["Following"];
            /** @description What the table's row of totals says, as a plain number. */
            total?: null | string;
            one?: null | string;
            many?: null | string;
            holdsShares?: boolean;
            decimalComma?: boolean;
            dates?: components["schemas"]["DateOrder"];
            /**
             * Format: int64
             * @description How many different labels or numbers there are; null where nobody has counted them.
             */
            distinct?: null | number;
            elsewhere?: null | components["schemas"]["CellsElsewhere"];
            /** Format: int64 */
            blanks?: number;
            /**
             * Format: int64
             * @description Filled cells that the column's type can't read.
             */
            unreadable?: number;
        };
        /** @description A change to one column. */
        ColumnRequest: {
            /** Format: int64 */
            revision: number;
            column: string;
            name?: null | string;
            type?: null | components["schemas"]["ColumnType"];
            decimalComma?: null | boolean;
            dates?: null | components["schemas"]["DateOrder"];
            unit?: null | string;
            multiplier?: null | string;
        };
        /**
         * @description What a column is taken for. Any column can still be summed, cut into bands or used for labels.
         * @enum {unknown}
         */
        ColumnType: "category" | "quantity" | "date";
        /**
         * @description The order in which a column writes day, month and year. ISO dates are understood in each.
         * @enum {unknown}
         */
        DateOrder: "iso" | "dayMonthYear" | "monthDayYear" | "yearMonthDay";
        /** @description How a mark changes the study: a place along an axis becomes a value for a path, linearly between two ends. */
        Edit: {
            /** @description The place in the study ("form.cuts[0].share"). */
            path: string;
            /**
             * @description "drag-x", "drag-y", "move" (then double Edit.FromPixel and double Edit.ToPixel are the plot's width and
             *                 height), or "turn" (then they are degrees clockwise from the top, about double Edit.Across and double Edit.Down).
             */
            control: string;
            /**
             * Format: double
             * @description The pixel that stands for double Edit.FromValue.
             */
            fromPixel?: number;
            /**
             * Format: double
             * @description The pixel that is double Edit.ToValue.
             */
            toPixel?: number;
            /**
             * Format: double
             * @description The value at the first pixel.
             */
            fromValue?: number;
            /**
             * Format: double
             * @description The value at the last pixel.
             */
            toValue?: number;
            /**
             * Format: double
             * @description The smallest value that it takes.
             */
            least?: number;
            /**
             * Format: double
             * @description The largest value that it takes.
             */
            most?: number;
            /**
             * Format: double
             * @description The value snaps to multiples of this.
             */
            step?: number;
            /**
             * Format: double
             * @description For "move": how far the thing stands from its place now, across, in hundredths of the plot. For "turn": x of the middle.
             */
            across?: number;
            /**
             * Format: double
             * @description Likewise down.
             */
            down?: number;
            /** @description The place in the study that is taken out when the thing is dropped. */
            drop?: null | string;
            /**
             * Format: double
             * @description The value now, for keys.
             */
            value?: number;
            /** @description What a screen reader calls it. */
            name?: null | string;
        };
        /** @description Typing in the rows as they were read. */
        EditRequest: {
            /** Format: int64 */
            revision: number;
            edit: components["schemas"]["TableEdit"];
        };
        /** @description What the two ways to a table cost. */
        EngineCost: {
            /**
             * Format: int64
             * @description How many rows there are.
             */
            rows: number;
            columns: string[];
            /** @description What bringing it in means, in words. */
            bringIn: string;
            /** @description What leaving it there means. */
            leave: string;
        };
        /** @description A table or a view of an engine, as it is listed. */
        EngineTableInfo: {
            /** @description By which it is asked for; with its schema where that is not the usual one. */
            name: string;
            /** @description Empty where there are none. */
            schema: string;
            /** @description Whether it is worked out each time it is asked. */
            isView: boolean;
            /**
             * Format: int64
             * @description About how many rows it has, by the engine's own notes; null where it has none.
             */
            rows: null | number;
            /**
             * Format: int32
             * @description How many columns it has.
             */
            columns: number;
            /** @description Why it can't be read, or null. */
            problem?: null | string;
        };
        /** @description A table or a view of a source, or one SELECT. */
        EngineTableRequest: {
            name?: null | string;
            query?: null | string;
        };
        /** @description A source's tables and views. */
        EngineTables: {
            /** @description What people call the engine. */
            engine: string;
            /** @description Those that are called as was looked for, at most so many. */
            tables: components["schemas"]["EngineTableInfo"][];
            /**
             * Format: int32
             * @description How many there are besides.
             */
            more: number;
        };
        /** @description A figure laid out to marks in pixels. The screen, SVG, PNG and PDF are painted from the same marks. */
        Figure: {
            /**
             * Format: double
             * @description In pixels.
             */
            width: number;
            /**
             * Format: double
             * @description In pixels.
             */
            height: number;
            /** @description Of the figure. */
            title: string;
            /** @description One sentence for those who don't see it. */
            description: string;
            /** @description In the order in which they are painted. */
            marks: components["schemas"]["Mark"][];
            leftOut?: null | components["schemas"]["LeftOut"];
        };
        /** @description The values of a column that a clause looks at. */
        FilterList: {
            column: string;
            noun: string;
            type: components["schemas"]["ColumnType"];
            values: components["schemas"]["FilterValue"][];
            /** Format: int32 */
            count: number;
        };
        /** @description One value of a filter's list with its amount. */
        FilterValue: {
            label: string;
            amount: string;
            /** Format: double */
            share: number;
            chosen: boolean;
        };
        /** @description A clause of the page's filter, in words. */
        FilterWords: {
            column: string;
            text: string;
        };
        /** @description How a column follows from others. */
        Following: {
            /** @description In words: "the share of Boardings in its total". */
            rule: string;
            /** @description The rows, from 0, whose cell is another number than the rule gives; at most int FollowingColumns.MostListed. */
            differing: number[];
            /**
             * Format: int32
             * @description How many there are in all.
             */
            differingCount: number;
            /** @description What the product does in its place, in words. */
            instead?: string;
        };
        /** @description A group's row of subtotals. */
        GroupRowView: {
            label: string;
            cells: string[];
        };
        /** @description A kind of file that a study can leave as. */
        HandOverKind: {
            kind: string;
            name: string;
            detail: string;
            /** @description For pictures of pixels, in which sizes; else one. */
            pixelRatios: number[];
            /** @description The papers that it can be laid out on; none where it has no pages. */
            papers: components["schemas"]["PaperKind"][];
        };
        /** @description How a file that is being written stands. */
        HandOverStatus: {
            id: string;
            /** @description "queued", "computing", "writing", "done", "failed" or "stopped". */
            state: string;
            /**
             * Format: double
             * @description Of what is to be written, 0 to 1.
             */
            progress: number;
            /** @description Why it failed. */
            problem: null | string;
        };
        /** @description What of a file is read: a sheet and a range of it, a table, or what a query gives. */
        ImportChoice: {
            section?: null | string;
            range?: null | string;
            query?: null | string;
            /** Format: int32 */
            headerRow?: null | number;
        };
        /** @description How an import stands. */
        ImportStatus: {
            id: string;
            /** @description "queued", "running", "asking" (which sheet or table?), "done", "failed" or "stopped". */
            state: string;
            /** Format: int64 */
            rows: number;
            /**
             * Format: double
             * @description 0 to 1.
             */
            progress: number;
            table: null | components["schemas"]["TableView"];
            problem: null | string;
            /** @description The sheets of a workbook, or the tables of a database, where one is to be chosen. */
            sections?: string[];
            /** @description Whether a query can be asked of the file. */
            takesQuery?: boolean;
        };
        JsonArray: unknown[];
        JsonNode: unknown;
        JsonObject: Record<string, never>;
        /** @description What changed of a column's labels. */
        LabelChange: {
            column: string;
            added: string[];
            absent: string[];
        };
        /** @description One label with its rows. */
        LabelCount: {
            label: string;
            /** Format: int32 */
            count: number;
        };
        /** @description A part or a group that is put elsewhere by hand. */
        LabelMove: {
            /** @description Which one. */
            label: string;
            /**
             * @description Whether it is a group.
             * @default false
             */
            groups?: boolean;
            /** @description Into whose place; null to move it by so many places. */
            to?: null | string;
            /**
             * Format: int32
             * @description By how many places, earlier ones below 0.
             * @default 0
             */
            by?: number;
        };
        /** @description Lays a study on a table, some of its columns called otherwise. */
        LayOnRequest: {
            table: string;
            columns: {
                [key: string]: string;
            };
        };
        /** @description What a filter by least amount would leave. */
        LeastPreview: {
            text: string;
            /** Format: int32 */
            parts: number;
            clause: components["schemas"]["JsonObject"];
        };
        /** @description Rows of a source that stay where they are. */
        LeftLink: {
            /** @description Of a table or a view; null where a query was written. */
            name: null | string;
            /** @description One SELECT; null where a table was picked. */
            query: null | string;
            /** @description What people call the engine that has them. */
            engine: string;
            /**
             * Format: int32
             * @description After so many minutes the engine is asked again; null for only when it is said.
             */
            everyMinutes?: null | number;
        };
        /** @description What a figure has no room for, though it was wished: said at its foot, beside it, and by the command. */
        LeftOut: {
            /**
             * Format: int32
             * @description How many parts and groups stand without their name.
             */
            names: number;
            /**
             * Format: int32
             * @description How many should have one.
             */
            allNames: number;
            /**
             * Format: int32
             * @description How many bars, slices and pieces stand without their label.
             */
            labels: number;
            /**
             * Format: int32
             * @description How many should have one.
             */
            allLabels: number;
            /**
             * Format: int32
             * @description How many cuts stand without their words.
             */
            cuts: number;
            /**
             * Format: int32
             * @description How many should have them.
             */
            allCuts: number;
            /** @description Whether everything had room. */
            isNothing?: boolean;
            /** @description "14 of 45 names and 20 of 45 labels have no room"; empty where all have. */
            words?: null | string;
        };
        /** @description A page of rows that stay where they are. */
        LeftPage: {
            /** @description As texts. */
            rows: string[][];
            /** @description By which the next page is asked for; null after the last one. */
            next: null | string;
        };
        /** @description A study that is proposed for a table. */
        LikelyStudy: {
            /** @description "Takings by product". */
            title: string;
            /** @description The whole sentence. */
            statement: string;
            /** @description The document. */
            study: components["schemas"]["JsonObject"];
            figure: null | components["schemas"]["Figure"];
        };
        /** @description How a new table is understood, and what is likely to be asked of it. */
        LikelyView: {
            /** @description Long or wide. */
            shape: components["schemas"]["TableShape"];
            /** @description "Read as wide: Men and Women stand side by side." */
            words: string;
            /** @description The columns that stand side by side. */
            together: string[];
            /** @description Columns that are neither counted nor parts, each with the reason. */
            leftOut: string[];
            /** @description Whether it has two columns of amounts that could be taken together. */
            canBeWide: boolean;
            /** @description The likeliest first. */
            studies: components["schemas"]["LikelyStudy"][];
        };
        /**
         * @description One drawn thing. Its id is stable from figure to figure, so that what stays can move; its role says what it is, and
         *     whoever paints marks knows roles, never forms.
         */
        Mark: components["schemas"]["MarkRectMark"] | components["schemas"]["MarkPathMark"] | components["schemas"]["MarkTextMark"];
        /** @description A block that is marked in a table's rows, as they stand after its steps. */
        MarkedBlock: {
            /**
             * Format: int32
             * @description Its first row, from 0.
             */
            first: number;
            /**
             * Format: int32
             * @description Its last row.
             */
            last: number;
            /** @description Its headings. */
            columns: string[];
        };
        /** @description Straight lines through points; several runs make one path. */
        MarkPathMark: {
            /** @enum {string} */
            shape?: "path";
            runs: number[][];
            /** @description Filled and closed where there is a fill. */
            fill?: null | string;
            /** @description The colour of its line; null for none. */
            stroke?: null | string;
            /**
             * Format: double
             * @description Of its line, in pixels.
             */
            strokeWidth?: number;
            /** @description Dash and gap lengths in pixels, or null. */
            dash?: null | number[];
            strip?: null | components["schemas"]["RowStrip"];
            id: string;
            role: components["schemas"]["MarkRole"];
            /**
             * Format: int32
             * @description The row of the workings that the mark stands for, or −1.
             */
            row?: number;
            /** @description The key of the part, for colours and the key. */
            part?: null | string;
            /** @description The group that it stands for; null for none. */
            group?: null | string;
            edit?: null | components["schemas"]["Edit"];
        };
        /** @description A rectangle. */
        MarkRectMark: {
            /** @enum {string} */
            shape?: "rect";
            /** Format: double */
            x: number;
            /** Format: double */
            y: number;
            /** Format: double */
            width: number;
            /** Format: double */
            height: number;
            fill: null | string;
            /** @description The colour of its edge; null for none. */
            stroke?: null | string;
            /**
             * Format: double
             * @description Of its edge, in pixels.
             */
            strokeWidth?: number;
            id: string;
            role: components["schemas"]["MarkRole"];
            /**
             * Format: int32
             * @description The row of the workings that the mark stands for, or −1.
             */
            row?: number;
            /** @description The key of the part, for colours and the key. */
            part?: null | string;
            /** @description The group that it stands for; null for none. */
            group?: null | string;
            edit?: null | components["schemas"]["Edit"];
        };
        /**
         * @description What a mark is. Whoever paints, points at or reads out marks asks for this, never for the form that drew them. A mark with a row
         *     stands for that row of the workings: its bar is pointed at and read out with the row's name, amount and share.
         * @enum {unknown}
         */
        MarkRole: "bar" | "label" | "name" | "key" | "axis" | "tick" | "gridLine" | "baseLine" | "total" | "group" | "spacer" | "leader" | "link" | "curve" | "area" | "point" | "reference" | "outline" | "cut" | "cutWords" | "handle" | "title" | "caption" | "tieOut" | "line" | "cell" | "rule" | "frame";
        /** @description One line of text. */
        MarkTextMark: {
            /** @enum {string} */
            shape?: "text";
            /**
             * Format: double
             * @description The anchor.
             */
            x: number;
            /**
             * Format: double
             * @description The baseline.
             */
            y: number;
            /** @description "start", "middle" or "end". */
            anchor: string;
            /** @description What is written. */
            text: string;
            /**
             * Format: double
             * @description In pixels.
             */
            size: number;
            /**
             * Format: int32
             * @description 100 to 900.
             */
            weight: number;
            /** @description Of the text. */
            typeface: string;
            /** @description The ink. */
            fill: string;
            /**
             * Format: double
             * @description Degrees clockwise about the anchor.
             */
            turn?: number;
            /** @description The whole text where it was shortened. */
            full?: null | string;
            /**
             * Format: double
             * @description The measured width in pixels.
             */
            width?: number;
            id: string;
            role: components["schemas"]["MarkRole"];
            /**
             * Format: int32
             * @description The row of the workings that the mark stands for, or −1.
             */
            row?: number;
            /** @description The key of the part, for colours and the key. */
            part?: null | string;
            /** @description The group that it stands for; null for none. */
            group?: null | string;
            edit?: null | components["schemas"]["Edit"];
        };
        /** @description A part or a group put elsewhere. */
        MoveRequest: {
            /** Format: int64 */
            revision: number;
            move: components["schemas"]["LabelMove"];
        };
        /** @description A reading in words, that running text can have in it and that follows the numbers. */
        NamedReading: {
            /** @description Stable: "whole", "cut-1". */
            name: string;
            /** @description "74,930 minutes", "6 of 12 causes make 80 %". */
            text: string;
        };
        /** @description What a table is called. */
        NameRequest: {
            /** Format: int64 */
            revision: number;
            name: string;
        };
        /** @description Parts or groups that are left out, or alone left in. */
        NarrowedLabels: {
            /** @description Which ones. */
            labels: string[];
            /**
             * @description Whether they are groups.
             * @default false
             */
            groups?: boolean;
            /**
             * @description Whether all others go.
             * @default false
             */
            only?: boolean;
        };
        /** @description Leaves parts or groups out, or all others. */
        NarrowRequest: {
            /** Format: int64 */
            revision: number;
            labels: components["schemas"]["NarrowedLabels"];
        };
        /** @description A table of the page whose source has something newer. */
        NewerTable: {
            id: string;
            name: string;
        };
        /** @description Whether fresh rows are there; null where that can't be told. */
        NewerView: {
            newer: null | boolean;
        };
        /** @description How this installation writes numbers and dates, as the page needs it to write its own. */
        NumbersView: {
            /** @description As it was set, in the shape of a study's `finish.numbers`. */
            numbers: components["schemas"]["JsonNode"];
            /** @description "12,345.6; 24.9 %; 2024-03-09". */
            sample: string;
            /** @description Between thousands. */
            group: string;
            /**
             * Format: int32
             * @description Digits that must stand before the last group for it to be set apart.
             */
            leastBefore: number;
            /**
             * Format: int32
             * @description Digits of the last group.
             */
            lastSize: number;
            /**
             * Format: int32
             * @description Digits of those before it.
             */
            otherSize: number;
        };
        /** @description A clause that the sentence does not have yet. */
        Offer: {
            /** @description What it does ("fold small parts"). */
            text: string;
            /** @description What that means here. */
            detail: string;
            /** @description The place in the study that it sets. */
            path: string;
            /** @description What it sets there. */
            value: components["schemas"]["JsonNode"];
            /** @description A clause that would stand in its way, and goes; null for none. */
            drop?: null | string;
        };
        /** @description One choice of a changeable word. */
        Option: {
            /** @description Its name. */
            text: string;
            /** @description The place in the study that it sets. */
            path: string;
            value: null | components["schemas"]["JsonNode"];
            /** @description Whether it holds now. */
            chosen: boolean;
            /** @description What the choice would mean, in numbers. */
            detail?: null | string;
            /** @description A number at the right ("6 wholes"). */
            note?: null | string;
            /** @description Whether it is offered only to who searches for it. */
            quiet?: boolean;
            /** @description Asks for a member of the value before it can be set: "given", "keep", "reach", "under", "columns". */
            asks?: null | string;
            /** @description What is chosen among, where several are. */
            among?: string[];
        };
        /** @description Small figures. */
        PanelsView: {
            /** @description Of what there is one for each value. */
            column: string;
            /** @description The values, in the order of the figures. */
            values: string[];
            /**
             * Format: int32
             * @description Whose workings are shown, from 0.
             */
            shown: number;
            /** @description Proofs of all values that are not simply fulfilled, each with its value. */
            remarks: string[];
        };
        /** @description A sheet of paper by its name. */
        PaperKind: {
            kind: string;
            name: string;
        };
        /** @description A source's password: for this session, or kept by the system. */
        PasswordRequest: {
            password: string;
            /** @default false */
            keep?: boolean;
        };
        /** @description A run of tokens. A clause that can be dropped says which member of the study goes with it. */
        Phrase: {
            /** @description Stable within the statement. */
            id: string;
            /** @description Its words. */
            tokens: components["schemas"]["Token"][];
            /** @description The place in the study that is taken out when the clause is dropped; null where it can't be. */
            drop?: null | string;
            /** @description As it reads; a word that only does something is no part of the sentence. */
            text?: null | string;
        };
        /** @description One line of a column's distribution. */
        PortraitLine: {
            label: string;
            /** Format: int64 */
            rows: number;
            /**
             * Format: double
             * @description Of all rows, 0 to 1.
             */
            share: number;
        };
        /** @description What there is to know of a column at a glance. */
        PortraitView: {
            column: string;
            type: components["schemas"]["ColumnType"];
            /** Format: int64 */
            rows: number;
            /** Format: int64 */
            blanks: number;
            /** Format: int64 */
            distinct: number;
            /** @description Its most frequent labels, or its numbers in round bands. */
            lines: components["schemas"]["PortraitLine"][];
            /**
             * Format: int64
             * @description How many labels there are besides.
             */
            more: number;
            smallest?: null | string;
            largest?: null | string;
            /** @description The exact sum of a quantity. */
            sum?: null | string;
            shared?: null | components["schemas"]["SharedName"];
            following?: null | components["schemas"]["Following"];
            /** @description Cells that the column's type can't read, at most five. */
            unreadable?: string[];
        };
        /** @description Sets one place of a study, without saving. */
        PreviewRequest: {
            path: string;
            value?: unknown;
        };
        /** @description An amount that would reach a goal. */
        ReachView: {
            /** @description The goal, the amount, and by how much it differs. */
            text: string;
            /** @description The amount, to be tried. */
            amount: string;
        };
        /** @description One answer to what a note asks: how the column is to be read. */
        ReadAnswer: {
            /** @description How its example reads then ("3 April 2026"). */
            text: string;
            /** @description Whether it is read so now. */
            chosen: boolean;
            dates?: null | components["schemas"]["DateOrder"];
            decimalComma?: null | boolean;
            step?: null | components["schemas"]["JsonObject"];
            /** @description The tables that the answer makes of one; none where it stays one. */
            split?: components["schemas"]["SplitBlock"][];
        };
        /** @description Something to tell about a file that was read. */
        ReadNote: {
            /** @description Its kind: "ragged-row", "empty-heading", "ambiguous-date". */
            code: string;
            /** @description One sentence, with the row and column. */
            text: string;
            /**
             * @description Whether the analyst should be asked to settle it.
             * @default false
             */
            ask?: boolean;
            /**
             * Format: int32
             * @description The place of the column that it is about, or −1.
             */
            column?: number;
            /** @description What the analyst can answer. */
            answers?: components["schemas"]["ReadAnswer"][];
        };
        /** @description What taking fresh rows would change; nothing has changed yet. */
        RefreshSummary: {
            id: string;
            source: string;
            /** Format: int32 */
            rowsBefore: number;
            /** Format: int32 */
            rowsAfter: number;
            newColumns?: string[];
            goneColumns?: string[];
            /** @description Columns that are gone under their name, and are probably new ones under another. */
            renamed?: components["schemas"]["RenamedColumn"][];
            labels?: components["schemas"]["LabelChange"][];
            studies?: components["schemas"]["StudyChange"][];
            /**
             * Format: int32
             * @description How many cells and rows of the table were typed by hand; the fresh rows don't have them.
             */
            typed?: number;
            /** @description Totals among the fresh rows, of which there were none before; they are left out until that is answered. */
            total?: null | string;
            /** @description The first preparing step that does not fit the fresh rows. */
            problem?: null | string;
        };
        /** @description A remark as shown, with the words of what can be done about it. */
        RemarkView: {
            id: string;
            text: string;
            remedy: null | string;
        };
        /** @description Applies the remedy of a tie-out line. */
        RemedyRequest: {
            /** Format: int64 */
            revision: number;
            line: string;
        };
        /** @description A column that is probably called something else in fresh rows. */
        RenamedColumn: {
            /** @description Its heading before. */
            from: string;
            /** @description Its heading in the fresh rows. */
            to: string;
        };
        /** @description A revision that a step starts from. */
        RevisionRequest: {
            /** Format: int64 */
            revision: number;
        };
        /** @description Rows that come or go. */
        RowRun: {
            /**
             * Format: int32
             * @description The first of them, from 0.
             */
            at: number;
            /**
             * Format: int32
             * @description How many rows.
             */
            count: number;
        };
        /** @description A run of rows as text. */
        RowSlice: {
            /** Format: int32 */
            first: number;
            rows: string[][];
        };
        /** @description Rows laid side by side from From to To along an axis. */
        RowStrip: {
            axis: string;
            /** Format: double */
            from: number;
            /** Format: double */
            to: number;
            /** Format: int32 */
            count: number;
        };
        /** @description Whether a table is long or wide; null for what is found from its columns. */
        SayShapeRequest: {
            /** Format: int64 */
            revision: number;
            shape: null | components["schemas"]["TableShape"];
            /** @description The headings of the columns that stand side by side; none for all that hold amounts. */
            columns?: string[];
        };
        /** @description What several selected rows make together. */
        SelectionReading: {
            text: string;
            /** @description A form in which what is selected compares better, and its shape; null where there is none. */
            form?: null | string;
            shape?: null | string;
            formText?: null | string;
        };
        /** @description Rows that are selected. */
        SelectionRequest: {
            rows: number[];
        };
        /** @description A setting of looks: one choice of several, or something filled in. */
        Setting: {
            /** @description The place in the study. */
            path: string;
            /** @description What is set ("labels"). */
            name: string;
            /** @description Its values, where it has few. */
            choices: components["schemas"]["SettingChoice"][];
            /** @description What is written there now, for a setting that is a text instead of choices. */
            text?: null | string;
            /** @description By what it is set. */
            kind?: components["schemas"]["SettingKind"];
            /** @description Under which heading it is listed. */
            section?: string;
            /** @description What is to be said of it now ("3 labels are hard to read"). */
            note?: null | string;
            /** @description What stands there while nothing is written. */
            otherwise?: null | string;
            /** @description Texts that offer themselves. */
            suggestions?: string[];
            /** @description Whether it acts on the figure's marks: on the page's notes, sizes and numbers some act elsewhere. */
            isOfFigure?: boolean;
            /** @description Whether something else stands there than the form would have; taking it out resets it. */
            differs?: boolean;
        };
        /** @description One choice of a setting. */
        SettingChoice: {
            /** @description In words. */
            text: string;
            value: null | components["schemas"]["JsonNode"];
            /** @description Whether it holds now. */
            chosen: boolean;
            /** @description Names of the colours that it would give the parts, in their order. */
            swatches?: string[];
        };
        /**
         * @description How a setting without choices is filled in.
         * @enum {unknown}
         */
        SettingKind: "text" | "number" | "percent" | "colour";
        /** @description The settings of looks that act, and the names of those that would change nothing now. */
        SettingsView: {
            settings: components["schemas"]["Setting"][];
            idle: string[];
        };
        /** @description Takes another shape of a form. */
        ShapeRequest: {
            /** Format: int64 */
            revision: number;
            form: string;
            shape: string;
        };
        /** @description One label that stands for several things. */
        SharedName: {
            /** @description The column that tells them apart. */
            idColumn: string;
            /** @description The label that stands for the most. */
            example: string;
            /**
             * Format: int32
             * @description How many it stands for.
             */
            count: number;
            /**
             * Format: int32
             * @description How many labels stand for several.
             */
            labels: number;
        };
        /** @description Whether one of a source's tables reads from another place. */
        SourceCheck: {
            tableId: string;
            name: string;
            /** Format: int64 */
            rowsBefore: number;
            /** Format: int64 */
            rowsAfter: number;
            /** @description Why it does not, or null. */
            problem: null | string;
            /** @description How the wholes of the table's studies would move. */
            studies?: components["schemas"]["StudyChange"][];
        };
        /** @description One thing of a source that a table can be read from. */
        SourceItem: {
            item: null | string;
            /** @description What it is called. */
            name: string;
            /** @description The file that would be read now. */
            newest: string;
            /**
             * Format: int32
             * @description How many files the star stands for.
             */
            files: number;
        };
        /** @description Which of a source's files. */
        SourceItemRequest: {
            item?: null | string;
        };
        /** @description Another name or place for a source. */
        SourceMoveRequest: {
            /** Format: int64 */
            revision: number;
            name: string;
            place: string;
        };
        /** @description A source's name and place. */
        SourceRequest: {
            name: string;
            place: string;
        };
        /** @description A named source: a folder, a file (a database with many tables, for instance) or an address. */
        SourceView: {
            id: string;
            /** Format: int64 */
            revision: number;
            name: string;
            place: string;
            /** @description "folder", "file", "address", "server" or "missing". */
            placeKind: string;
            tables: components["schemas"]["TableSummary"][];
            /** @description The place as it is shown: inside the folder that the server runs in without the way to it. */
            shownPlace?: string;
            /** @description The engine that has its rows, so that they can stay there; null where there is none. */
            engine?: null | string;
        };
        /** @description One of the tables that stand side by side. */
        SplitBlock: {
            title: string;
            columns: string[];
        };
        /** @description A new page, with some studies on it. */
        StartBriefingRequest: {
            title: string;
            studies: string[];
        };
        /** @description One member of a step, for whoever fills it in. */
        StepField: {
            /** @description The member. */
            path: string;
            /** @description What is asked. */
            label: string;
            /**
             * @description "column", "columns", "text", "number", "numbers", "texts", "choice", "labels" (from a label to a label), "terms"
             *                 or "clause".
             */
            control: string;
            /** @description For a choice. */
            choices?: string[];
            /** @description Whether it can be left out. */
            optional?: boolean;
            /** @description For "labels": the member that names their column. */
            of?: null | string;
        };
        /** @description A kind of step, as it is chosen and filled in. */
        StepKindView: {
            kind: string;
            name: string;
            fields: components["schemas"]["StepField"][];
        };
        /** @description How a step went. */
        StepReport: {
            /** @description What it does. */
            words: string;
            /** @description Whether it was left out. */
            off: boolean;
            /**
             * Format: int64
             * @description Rows that it touched.
             */
            rows: number;
            /**
             * Format: int64
             * @description Cells that it touched.
             */
            cells: number;
            /** @description What is to be said; null for nothing. */
            note: null | string;
            /** @description Why it could not be done; the steps after it are not tried. */
            problem: null | string;
        };
        /** @description All preparing steps of a table, in their order. */
        StepsRequest: {
            /** Format: int64 */
            revision: number;
            steps: components["schemas"]["JsonArray"];
        };
        /** @description What a step would do. */
        StepTrial: {
            suggested: null | components["schemas"]["JsonObject"];
            /**
             * Format: int64
             * @description Rows that it would touch.
             */
            rows: number;
            /**
             * Format: int64
             * @description Cells that it would touch.
             */
            cells: number;
            /** @description What there is to tell besides. */
            note: null | string;
            /** @description Why it can't be done as it is. */
            problem: null | string;
            /** @description The column of labels that it would make, or null. */
            column?: null | string;
            /** @description That column's labels with their rows, in natural order. */
            labels?: components["schemas"]["LabelCount"][];
        };
        /** @description One preparing step as shown: its document, its words, what it touched. One that was not reached has no report. */
        StepView: {
            step: components["schemas"]["JsonObject"];
            report: null | components["schemas"]["StepReport"];
        };
        /** @description One shape of a form in the strip. */
        StripItem: {
            form: string;
            shape: string;
            name: string;
            chosen: boolean;
            figure: null | components["schemas"]["Figure"];
            /** @description Why it does not suit, or null. */
            why: null | string;
            remedy: null | string;
            /** @description Other words by which it is looked for. */
            also?: string;
            /** @description Whether the figure is of invented amounts, because these rows can't be drawn so. */
            isSample?: boolean;
        };
        /** @description How a study's whole moved. */
        StudyChange: {
            id: string;
            title: string;
            before: null | string;
            after: null | string;
            /** @description Why the study does not fit the fresh rows, or null. */
            problem: null | string;
            /** @description What moved, as a bridge from the one to the other says it; null where nothing did, or none can be made. */
            words?: null | string;
        };
        /** @description A study as it is listed, with a small figure. */
        StudySummary: {
            id: string;
            /** Format: int64 */
            revision: number;
            title: string;
            statement: string;
            tableId: string;
            tableName: string;
            changed: string;
            figure: null | components["schemas"]["Figure"];
            problem: null | string;
            /** @description Its title, with a number where an older study has the same one: no two studies have one name. */
            name?: string;
        };
        /** @description Everything that the study screen shows. */
        StudyView: {
            id: string;
            /** Format: int64 */
            revision: number;
            canUndo: boolean;
            canRedo: boolean;
            /** @description What its last change was, in words or as the place that was set: what an undo takes back. */
            lastChange: string;
            tableId: string;
            tableName: string;
            /** @description When it was saved, ISO 8601. */
            changed: string;
            /** @description The title, or the heading that stands for it. */
            title: string;
            study: components["schemas"]["Study"];
            statement: components["schemas"]["Phrase"][];
            /** @description Clauses that can be added to the statement. */
            offers: components["schemas"]["Offer"][];
            /** @description The settings of looks. */
            settings: components["schemas"]["Setting"][];
            panels?: null | components["schemas"]["PanelsView"];
            /** @description What is said to who looks for something that is not there. */
            answers: components["schemas"]["AnswerView"][];
            workings?: null | components["schemas"]["WorkingsView"];
            /** @description What should be known of the study, and is no proof. */
            remarks?: components["schemas"]["RemarkView"][];
            figure?: null | components["schemas"]["Figure"];
            /** @description What is wrong, where there are no workings or no figure. */
            problem?: null | string;
            /** @description The problem's kind: "wrong-password", "engine-lost", "engine", "stopped" of rows elsewhere; else the study's own. */
            problemCode?: null | string;
            /** @description The one change that lets the form be drawn, where there is one. */
            remedy?: null | string;
            left?: null | components["schemas"]["LeftLink"];
            /** @description The source that they are of, whose password may be asked for. */
            sourceId?: null | string;
            /**
             * Format: date-time
             * @description When the cells of rows elsewhere were asked for, in UTC.
             */
            asOf?: null | string;
        };
        /**
         * @description Typing in a table, as one change: rows go, rows come, columns go, columns come, cells are typed over, in this order. Cells
         *     that nothing touches keep their arrays.
         */
        TableEdit: {
            remove?: null | components["schemas"]["RowRun"];
            insert?: null | components["schemas"]["RowRun"];
            /** @description Columns that go, by name. */
            dropColumns?: string[];
            /** @description Columns that come, by name. */
            addColumns?: string[];
            /** @description Cells that are typed over. */
            cells?: components["schemas"]["CellEdit"][];
        };
        /** @enum {unknown} */
        TableShape: "long" | "wide" | null;
        /** @description A table as it is listed. */
        TableSummary: {
            id: string;
            /** Format: int64 */
            revision: number;
            name: string;
            source: string;
            /** Format: int64 */
            rowCount: number;
            /** Format: int32 */
            columnCount: number;
            changed: string;
            /** @description The named source that it is read from, or null. */
            sourceId?: null | string;
            /** @description The engine that its rows stay in, or null. */
            leftIn?: null | string;
            /** @description Why it can't be opened, or null. */
            problem?: null | string;
        };
        /** @description A table with its columns. */
        TableView: {
            id: string;
            /** Format: int64 */
            revision: number;
            canUndo: boolean;
            canRedo: boolean;
            name: string;
            source: string;
            /** Format: int64 */
            rowCount: number;
            columns: components["schemas"]["ColumnDocument"][];
            notes: components["schemas"]["ReadNote"][];
            /** @description What its last change was, in words: what an undo takes back. */
            lastChange?: string;
            /** @description Lines that stood above the headings. */
            titles?: string[];
            /** @description Lines that stood below the rows. */
            below?: string[];
            /** @description The preparing steps, each with how it went. */
            steps?: components["schemas"]["StepView"][];
            /** @description The named source that it is read from, or null. */
            sourceId?: null | string;
            left?: null | components["schemas"]["LeftLink"];
            /**
             * Format: date-time
             * @description As of when its cells are, where it is a copy of those of a table elsewhere.
             */
            keptAsOf?: null | string;
            /**
             * Format: int32
             * @description How many of the steps these rows and columns stand after: 0 as they were read.
             */
            stage?: number;
            /**
             * Format: int32
             * @description Cells and rows that were typed by hand since the rows were read.
             */
            typed?: number;
        };
        /** @description What was taken away, and can be brought back for a while. */
        TakenAwayView: {
            id: string;
            /** @description "table", "study", "briefing", "source", "colours". */
            kind: string;
            /** @description What it was called on the page. */
            name: string;
            /**
             * Format: int32
             * @description How many studies went with it, if it is a table.
             */
            studies: number;
            /** @description When, ISO 8601. */
            removed: string;
            /** @description From when on it is no longer kept, ISO 8601. */
            until: string;
        };
        /** @description A stretch of running text. */
        TextSegment: {
            /** @description As it is read. */
            text: string;
            /** @description Which reading it is ("b2.whole"); null for plain text. */
            reading: null | string;
            /** @description Whether that reading is not there (any more). */
            problem: boolean;
        };
        /** @description One proof as shown. */
        TieOutView: {
            id: string;
            status: string;
            text: string;
            remedy: null | string;
            names: string[];
        };
        /** @description One piece of the sentence: plain text, or a word that can be changed. */
        Token: {
            /** @description As it reads. */
            text: string;
            /** @description The place in the study that the word stands for ("whole"); null for plain text. */
            path?: null | string;
            /**
             * @description How it is changed: "options", "number", "percent", "text", "labels", "bands", "levels" (labels in order, each with its side); "swap"
             *     is done at once.
             */
            control?: null | string;
            /** @description What to ask ("What is 100 %?"). */
            ask?: null | string;
            /** @description Whether it only does something, and is no part of the sentence. */
            aside?: boolean;
            value?: null | components["schemas"]["JsonNode"];
        };
        TrialAheadRequest: {
            /** Format: int32 */
            row: number;
            text: string;
        };
        /** @description An amount to be tried: a row of the workings, and what was typed ("5000", "×1.2", "25 %"). */
        TrialRequest: {
            /** Format: int64 */
            revision: number;
            /** Format: int32 */
            row: number;
            text: string;
        };
        /** @description A step that is being filled in, and on what it would stand. */
        TryRequest: {
            step: components["schemas"]["JsonObject"];
            /** Format: int32 */
            stage?: null | number;
        };
        /** @description A cell that its column's type can't read. */
        UnreadableCell: {
            /** Format: int32 */
            row: number;
            column: string;
            text: string;
        };
        /** @description From what to what a bridge is to go, as it was offered. */
        WhatChangedRequest: {
            text: string;
        };
        /** @description A set of words that figures print: a small file that can be shared. */
        WordSet: {
            /** @description Of the set: its language. */
            name: string;
            /** @description What is printed, by the words' keys. */
            words: components["schemas"]["JsonNode"];
        };
        /** @description What figures print here, where a study does not say it for itself, and the sets that are at hand. */
        WordsView: {
            words: components["schemas"]["JsonNode"];
            sets: components["schemas"]["WordSet"][];
        };
        /** @description One column of the workings as shown. */
        WorkingsColumnView: {
            key: string;
            label: string;
            unit: string;
            quiet: boolean;
            text: boolean;
            rule: string;
            /** @description Whether it is the same for all rows of a group. */
            ofGroup?: boolean;
        };
        /** @description One row as shown. */
        WorkingsRowView: {
            /** Format: int32 */
            row: number;
            /** @description The part's key. */
            key: string;
            cells: string[];
            /** @description The colour of its bar. */
            fill: null | string;
            /** @description The part, the group, or both. */
            name: string;
            group?: null | string;
        };
        /** @description The workings as shown. */
        WorkingsView: {
            columns: components["schemas"]["WorkingsColumnView"][];
            /** Format: int32 */
            rowCount: number;
            /** @description What tells these workings from others of the study: rows that are asked for later come with the same, or not at all. */
            stamp?: string;
            /** @description A row of subtotals before the rows of each group, which are equally many; none where rows are not grouped. */
            groups: components["schemas"]["GroupRowView"][];
            /** @description The first rows; more are asked for by page. */
            rows: components["schemas"]["WorkingsRowView"][];
            /** @description The whole under the double rule, one cell a column. */
            whole: string[];
            tieOut: components["schemas"]["TieOutView"][];
            readings: components["schemas"]["JsonObject"];
            verdict?: null | string;
        };
        /** One Whole study */
        Study: {
            /**
             * @description the version of the format
             * @constant
             */
            format: "onewhole.study/1";
            /**
             * @description the figure's title
             * @default
             */
            title?: string;
            /**
             * @description which rows are used; all clauses must hold
             * @default []
             */
            where?: {
                /** @description the column that is looked at */
                column: string;
                /** @description the cell must be one of these */
                is?: (string | number)[];
                /** @description the cell must be none of these */
                isNot?: (string | number)[];
                /** @description the least number or the first date */
                from?: number | string;
                /** @description the largest number or the last date, included */
                to?: number | string;
                /** @description whether the cell is blank */
                blank?: boolean;
            }[];
            /** @description what is added up; {"count": "rows"} where it is left out */
            value?: {
                /** @description the column whose numbers are added up */
                sum?: string;
                /**
                 * @description one for every row
                 * @enum {unknown}
                 */
                count?: "rows";
                /** @description the column whose distinct values are counted */
                distinct?: string;
            };
            /** @description where the parts come from */
            parts: {
                /** @description the column with the labels */
                column?: string;
                /** @description labels that are listed even without a row */
                expected?: string[];
                /** @description cuts a number column into bands */
                bands?: {
                    /** @description where the first band begins */
                    start?: number;
                    /** @description how wide each band is */
                    width?: number;
                    /** @description where the last band ends, this end included */
                    end?: number;
                };
                /** @description number columns of a wide table, each one part or group */
                columns?: string[];
            };
            /** @description where the groups come from */
            groups?: {
                /** @description the column with the labels */
                column?: string;
                /** @description labels that are listed even without a row */
                expected?: string[];
                /** @description cuts a number column into bands */
                bands?: {
                    /** @description where the first band begins */
                    start?: number;
                    /** @description how wide each band is */
                    width?: number;
                    /** @description where the last band ends, this end included */
                    end?: number;
                };
                /** @description number columns of a wide table, each one part or group */
                columns?: string[];
            };
            /** @description what 100 % is; each form has its default */
            whole?: {
                /**
                 * @description everything used, each group, each part, or everything before the filter
                 * @enum {unknown}
                 */
                of?: "all" | "group" | "part" | "unfiltered";
                /** @description a number, above 0 */
                given?: number;
            };
            /**
             * @description the order of parts and groups; each form has its default
             * @default {}
             */
            order?: {
                /** @description the order of parts */
                parts?: string | string[] | {
                    /** @description the part whose share decides */
                    share: string;
                };
                /** @description the order of groups */
                groups?: string | string[] | {
                    /** @description the part whose share decides */
                    share: string;
                };
                /**
                 * @description which of the two is turned round
                 * @default []
                 */
                reverse?: ("parts" | "groups")[];
            };
            /** @description gathers small parts into one */
            fold?: {
                /** @description keep so many of the largest */
                keep?: number;
                /** @description keep the fewest that make up so much of all */
                reach?: number;
                /** @description fold what has less of all */
                under?: number;
                /**
                 * @description what the folded part is called
                 * @default Other
                 */
                label?: string;
            };
            /**
             * @description what happens to amounts below zero
             * @default keep
             * @enum {unknown}
             */
            negatives?: "keep" | "leaveOut" | "size";
            /**
             * @description amounts changed to see what would be
             * @default []
             */
            trial?: {
                /** @description the part whose amount is changed */
                part: string;
                /** @description its group; times without one acts in each */
                group?: string;
                /** @description the amount */
                set?: number;
                /** @description so many times what was counted */
                times?: number;
                /** @description the amount that makes it this share of its group, the others as they are */
                share?: number;
            }[];
            /**
             * @description the running share
             * @default {}
             */
            running?: {
                /**
                 * @description how parts of equal amount count
                 * @default each
                 * @enum {unknown}
                 */
                ties?: "each" | "together";
            };
            /**
             * @description how shares are shown
             * @default {}
             */
            rounding?: {
                /**
                 * @description decimals of a percent
                 * @default 1
                 */
                decimals?: number;
                /**
                 * @description shown shares add up to 100
                 * @default false
                 */
                reconcile?: boolean;
            };
            /** @description the kind of chart and its own members */
            form: {
                /** @constant */
                kind: "pareto";
                /**
                 * @description whether both axes share one scale
                 * @default aligned
                 * @enum {unknown}
                 */
                axes?: "aligned" | "free";
                /**
                 * @description what the x axis counts
                 * @default parts
                 * @enum {unknown}
                 */
                along?: "parts" | "position";
                /**
                 * @description cuts, each with its reading
                 * @default [
                 *       {
                 *         "share": 0.8
                 *       }
                 *     ]
                 */
                cuts?: {
                    /** @description a running share, above 0 and at most 1 */
                    share?: number;
                    /** @description a share of the parts, above 0 and at most 1 */
                    position?: number;
                    /** @description so many of the first parts */
                    count?: number;
                }[];
                /**
                 * @description where class A and class B end
                 * @default [
                 *       0.8,
                 *       0.95
                 *     ]
                 */
                limits?: number[];
                /**
                 * @description whether the part that crosses a limit is in
                 * @default in
                 * @enum {unknown}
                 */
                crossing?: "in" | "out";
            } | {
                /** @constant */
                kind: "sharebars";
                /**
                 * @description which way bars grow
                 * @default sideways
                 * @enum {unknown}
                 */
                lay?: "upright" | "sideways";
            } | {
                /** @constant */
                kind: "pie";
                /**
                 * @description the inner radius as a share of the outer one, 0 to 0.8
                 * @default 0
                 */
                hole?: number;
            } | {
                /** @constant */
                kind: "stacked";
                /**
                 * @description whether a stack is as high as its amount, or 100 % of its own total
                 * @default amount
                 * @enum {unknown}
                 */
                scale?: "amount" | "share";
                /**
                 * @description which way bars grow
                 * @default upright
                 * @enum {unknown}
                 */
                lay?: "upright" | "sideways";
                /**
                 * @description whether parts stand on one another or beside one another
                 * @default stacked
                 * @enum {unknown}
                 */
                arrange?: "stacked" | "beside";
            } | {
                /** @constant */
                kind: "mekko";
                /** @description a second quantity instead of the parts; none for the parts */
                height?: "none" | {
                    /** @description the mean of a column over the group's used rows */
                    mean?: string;
                    /** @description the sum of the first column divided by the sum of the second */
                    ratio?: string[];
                };
            } | {
                /** @constant */
                kind: "nested";
                /**
                 * @description which way bars grow
                 * @default sideways
                 * @enum {unknown}
                 */
                lay?: "upright" | "sideways";
            } | {
                /** @constant */
                kind: "pyramid";
                /**
                 * @description whether bars are shares or amounts
                 * @default share
                 * @enum {unknown}
                 */
                scale?: "share" | "amount";
                /** @description a second population, drawn as an outline */
                against?: {
                    /** @description conditions on the same table, instead of the study's own */
                    where?: {
                        /** @description the column that is looked at */
                        column: string;
                        /** @description the cell must be one of these */
                        is?: (string | number)[];
                        /** @description the cell must be none of these */
                        isNot?: (string | number)[];
                        /** @description the least number or the first date */
                        from?: number | string;
                        /** @description the largest number or the last date, included */
                        to?: number | string;
                        /** @description whether the cell is blank */
                        blank?: boolean;
                    }[];
                    /** @description another table with the same columns */
                    table?: string;
                    /**
                     * @description what it is called
                     * @default
                     */
                    label?: string;
                };
            } | {
                /** @constant */
                kind: "butterfly";
                /**
                 * @description whether both sides share one scale
                 * @default common
                 * @enum {unknown}
                 */
                scales?: "common" | "own";
            } | {
                /** @constant */
                kind: "lanes";
                /**
                 * @description whether all lanes share one scale
                 * @default common
                 * @enum {unknown}
                 */
                scales?: "common" | "own";
            } | {
                /** @constant */
                kind: "diverging";
                /**
                 * @description whether lengths are shares of the group or amounts
                 * @default share
                 * @enum {unknown}
                 */
                scale?: "share" | "amount";
                /**
                 * @description the side of each level, by label
                 * @default {}
                 */
                sides?: {
                    [key: string]: "low" | "neutral" | "high";
                };
                /**
                 * @description where neutral levels stand
                 * @default split
                 * @enum {unknown}
                 */
                neutral?: "split" | "apart" | "out";
            } | {
                /** @constant */
                kind: "funnel";
                /**
                 * @description which rate the labels print
                 * @default first
                 * @enum {unknown}
                 */
                base?: "first" | "previous";
                /**
                 * @description whether all funnels share one scale
                 * @default common
                 * @enum {unknown}
                 */
                scales?: "common" | "own";
            } | {
                /** @constant */
                kind: "bridge";
                /** @description a number column: how many there were of what is summed */
                volume?: string;
                /**
                 * @description whether each part is a step, or volume, mix and rate are
                 * @default parts
                 * @enum {unknown}
                 */
                steps?: "parts" | "effects";
                /** @description what was before: other rows, or another table */
                against?: {
                    /** @description conditions on the same table, instead of the study's own */
                    where?: {
                        /** @description the column that is looked at */
                        column: string;
                        /** @description the cell must be one of these */
                        is?: (string | number)[];
                        /** @description the cell must be none of these */
                        isNot?: (string | number)[];
                        /** @description the least number or the first date */
                        from?: number | string;
                        /** @description the largest number or the last date, included */
                        to?: number | string;
                        /** @description whether the cell is blank */
                        blank?: boolean;
                    }[];
                    /** @description another table with the same columns */
                    table?: string;
                    /**
                     * @description what it is called
                     * @default
                     */
                    label?: string;
                };
            };
            /** @description the same study on the rows of each value of a column */
            each?: {
                /** @description one small figure for each of its values */
                column: string;
            };
            /**
             * @description looks only: changes no number
             * @default {}
             */
            finish?: {
                /**
                 * @description what a label says
                 * @default auto
                 * @enum {unknown}
                 */
                labels?: "auto" | "share" | "amount" | "both" | "name" | "none";
                /**
                 * @description what the share on a label is of
                 * @default whole
                 * @enum {unknown}
                 */
                labelOf?: "whole" | "group" | "all";
                /**
                 * @description in what amounts are printed on labels
                 * @default ones
                 * @enum {unknown}
                 */
                amountIn?: "ones" | "thousands" | "millions";
                /**
                 * @description where the unit stands on labels of amounts
                 * @default none
                 * @enum {unknown}
                 */
                unit?: "none" | "before" | "after";
                /** @description the unit of amounts where their column has none */
                unitName?: string;
                /**
                 * @description print 16.0 as 16
                 * @default false
                 */
                trimZeros?: boolean;
                /** @description decimals of amounts */
                amountDecimals?: number;
                /** @description where the amount axis ends */
                amountEnd?: number;
                /**
                 * @description bars have the colour of their class; else all have one
                 * @default true
                 */
                classColours?: boolean;
                /**
                 * @description draw the folded part
                 * @default true
                 */
                drawFolded?: boolean;
                /**
                 * @description draw the key
                 * @default true
                 */
                key?: boolean;
                /** @description the text under the title */
                caption?: string;
                /**
                 * @description draw the text under the title; else the whole is stated at the foot
                 * @default true
                 */
                showCaption?: boolean;
                /** @description where the rows are from, at the foot of the figure; else the table's name */
                source?: string;
                /**
                 * @description colours by label
                 * @default {}
                 */
                colours?: {
                    [key: string]: string;
                };
                /**
                 * @description parts that stand out, all others grey
                 * @default []
                 */
                emphasis?: string[];
                /**
                 * @description groups that stand out, all others grey
                 * @default []
                 */
                emphasisGroups?: string[];
                /**
                 * @description a set of colours for all parts
                 * @default auto
                 * @enum {unknown}
                 */
                palette?: "auto" | "categories" | "ordered" | "twoSided" | "oneHue" | "greys";
                /**
                 * @description colours of one's own for the parts in their order, in place of the palette's
                 * @default []
                 */
                ownColours?: string[];
                /**
                 * @description a rule by which parts stand out: the largest of each group, or shares of at least emphasisLimit
                 * @default none
                 * @enum {unknown}
                 */
                emphasisRule?: "none" | "largest" | "atLeast";
                /**
                 * @description the least share that stands out by the rule "atLeast"
                 * @default 0.2
                 */
                emphasisLimit?: number;
                /**
                 * @description what stands around the bars
                 * @default {}
                 */
                axes?: {
                    /**
                     * @description draw the line that bars stand on
                     * @default true
                     */
                    line?: boolean;
                    /**
                     * @description whether bars that have labels stand along an axis of values, too
                     * @default auto
                     * @enum {unknown}
                     */
                    values?: "auto" | "shown";
                    /**
                     * @description draw a tick at each number
                     * @default false
                     */
                    ticks?: boolean;
                    /**
                     * @description print the numbers
                     * @default true
                     */
                    numbers?: boolean;
                    /**
                     * @description print the names
                     * @default true
                     */
                    names?: boolean;
                    /**
                     * @description draw lines across the plot
                     * @default true
                     */
                    grid?: boolean;
                    /**
                     * @description write over each axis of values what it counts
                     * @default false
                     */
                    titles?: boolean;
                };
                /** @description where a bridge's axis begins instead of at 0; the cut is drawn and said */
                axisFrom?: number;
                /**
                 * @description draw a bridge between two wholes as their shares, then and now, a line a part
                 * @default false
                 */
                slope?: boolean;
                /**
                 * @description what is printed instead of a figure's own words, by their keys
                 * @default {}
                 */
                words?: {
                    /** @default adds up */
                    addsUp?: string;
                    /** @default does not add up */
                    doesNotAddUp?: string;
                    /** @default a whole is 0 */
                    wholeIsZero?: string;
                    /** @default does not make up the whole */
                    notTheWhole?: string;
                    /** @default nothing is left */
                    nothingLeft?: string;
                    /** @default every row accounted for */
                    everyRow?: string;
                    /** @default each adds up */
                    eachAddsUp?: string;
                    /** @default not every one adds up */
                    notEach?: string;
                    /** @default {count} rows */
                    rows?: string;
                    /** @default {count} row */
                    "rows.one"?: string;
                    /** @default {used} of {total} rows */
                    rowsOf?: string;
                    /** @default {used} of {total} row */
                    "rowsOf.one"?: string;
                    /** @default {count} notes */
                    notes?: string;
                    /** @default {count} note */
                    "notes.one"?: string;
                    /** @default a trial */
                    trial?: string;
                    /** @default as of {when} */
                    asOf?: string;
                    /** @default {shown} of {all} shown */
                    shown?: string;
                    /** @default {shown} of {all} shown, {share} of all */
                    shownShare?: string;
                    /** @default the axis begins at {number}, not at 0 */
                    axisBegins?: string;
                    /** @default the axis begins at 0: {number} is over the lowest step */
                    axisOver?: string;
                    /** @default {missing} of {all} names */
                    names?: string;
                    /** @default {missing} of {all} name */
                    "names.one"?: string;
                    /** @default {missing} of {all} labels */
                    labels?: string;
                    /** @default {missing} of {all} label */
                    "labels.one"?: string;
                    /** @default the words of {missing} of {all} cuts */
                    cuts?: string;
                    /** @default the words of {missing} of {all} cut */
                    "cuts.one"?: string;
                    /** @default {what} have no room */
                    noRoom?: string;
                    /** @default {what} has no room */
                    "noRoom.one"?: string;
                    /** @default {first} and {last} */
                    and?: string;
                    /** @default {first}, {next} */
                    comma?: string;
                    /** @default … {count} more */
                    more?: string;
                    /** @default no rows to show */
                    noRows?: string;
                    /** @default {count} others */
                    others?: string;
                    /** @default all */
                    all?: string;
                    /** @default now */
                    now?: string;
                    /** @default rise */
                    rise?: string;
                    /** @default fall (outlined) */
                    fall?: string;
                    /** @default volume */
                    volume?: string;
                    /** @default mix */
                    mix?: string;
                    /** @default rate */
                    rate?: string;
                    /** @default {points} pts */
                    points?: string;
                    /** @default net */
                    net?: string;
                    /** @default {rate} of {stage} */
                    of?: string;
                    /** @default {class}, to {limit} */
                    upTo?: string;
                    /** @default {class}, the rest */
                    theRest?: string;
                    /** @default in colour: the largest of each {group} */
                    inColourOfEach?: string;
                    /** @default in colour: the largest {part} */
                    inColourLargest?: string;
                    /** @default in colour: shares of {limit} or more */
                    inColourFrom?: string;
                    /** @default {needed} of {parts} make {share} */
                    makes?: string;
                    /** @default {needed} of {parts} makes {share} */
                    "makes.one"?: string;
                    /** @default {share} is never reached */
                    neverReached?: string;
                    /** @default {position} of the {parts}; with them {reached} */
                    withThem?: string;
                    /** @default {position} of the {parts}; with it {reached} */
                    "withThem.one"?: string;
                    /** @default the first {position} of the {parts} hold {reached} */
                    hold?: string;
                    /** @default the first {count} hold {reached} */
                    firstHold?: string;
                    /** @default the first {count} holds {reached} */
                    "firstHold.one"?: string;
                    /** @default {count} of them among the {folded} folded */
                    amongFolded?: string;
                    /** @default {count} of it among the {folded} folded */
                    "amongFolded.one"?: string;
                    /** @default share of {counted} */
                    shareOf?: string;
                    /** @default running share of {counted} */
                    runningShareOf?: string;
                    /** @default share of the {parts}, in order */
                    shareInOrder?: string;
                    /** @default {parts}, in order */
                    inOrder?: string;
                    /** @default {number} k */
                    thousands?: string;
                    /** @default {number} m */
                    millions?: string;
                    /** @default {number} bn */
                    billions?: string;
                    /** @default {number} tn */
                    trillions?: string;
                };
                /**
                 * @description how numbers and dates are written
                 * @default {}
                 */
                numbers?: {
                    /** @description a region by whose customs numbers and dates are written */
                    culture?: string;
                    /**
                     * @description what stands before decimals
                     * @default auto
                     * @enum {unknown}
                     */
                    decimal?: "auto" | "point" | "comma";
                    /**
                     * @description what stands between thousands
                     * @default auto
                     * @enum {unknown}
                     */
                    group?: "auto" | "comma" | "point" | "space" | "thinSpace" | "apostrophe" | "none";
                    /**
                     * @description whether numbers of four digits are grouped
                     * @default auto
                     * @enum {unknown}
                     */
                    fourDigits?: "auto" | "grouped" | "together";
                    /**
                     * @description whether a space stands before the percent sign
                     * @default auto
                     * @enum {unknown}
                     */
                    percent?: "auto" | "spaced" | "close";
                    /**
                     * @description the sign of numbers below zero
                     * @default auto
                     * @enum {unknown}
                     */
                    minus?: "auto" | "minus" | "hyphen";
                    /**
                     * @description on which side of a number in a sentence a currency stands
                     * @default auto
                     * @enum {unknown}
                     */
                    currency?: "auto" | "before" | "after";
                    /**
                     * @description in which order dates in sentences are written
                     * @default auto
                     * @enum {unknown}
                     */
                    dates?: "auto" | "yearMonthDay" | "dayMonthYear" | "monthDayYear";
                };
                /**
                 * @description sizes and weights of print
                 * @default {}
                 */
                print?: {
                    /**
                     * @description the size of the title
                     * @default normal
                     * @enum {unknown}
                     */
                    title?: "small" | "normal" | "large";
                    /**
                     * @description the size of names
                     * @default normal
                     * @enum {unknown}
                     */
                    names?: "small" | "normal" | "large";
                    /**
                     * @description the size of amounts on labels
                     * @default normal
                     * @enum {unknown}
                     */
                    amounts?: "small" | "normal" | "large";
                    /**
                     * @description the size of shares on labels
                     * @default normal
                     * @enum {unknown}
                     */
                    shares?: "small" | "normal" | "large";
                    /**
                     * @description print names strongly
                     * @default false
                     */
                    strongNames?: boolean;
                    /**
                     * @description print amounts on labels strongly
                     * @default false
                     */
                    strongAmounts?: boolean;
                    /**
                     * @description print shares on labels strongly
                     * @default false
                     */
                    strongShares?: boolean;
                };
                /** @description the room between bars, in bars' widths */
                gap?: number;
                /** @description the room between groups of bars, beyond that between bars, in bars' widths */
                groupGap?: number;
                /**
                 * @description where the key stands
                 * @default auto
                 * @enum {unknown}
                 */
                keyPlace?: "auto" | "right" | "above" | "beneath";
                /**
                 * @description how labels stand in upright bars
                 * @default auto
                 * @enum {unknown}
                 */
                labelTurn?: "auto" | "level" | "turned";
                /**
                 * @description where a label stands that could stand in its bar or beside it
                 * @default auto
                 * @enum {unknown}
                 */
                labelPlace?: "auto" | "inside" | "outside" | "apart";
                /**
                 * @description what stands with a group's name
                 * @default auto
                 * @enum {unknown}
                 */
                groupLabel?: "auto" | "share" | "amount" | "both" | "none";
                /**
                 * @description in which ink labels are printed
                 * @default contrast
                 * @enum {unknown}
                 */
                labelInk?: "contrast" | "part" | "chosen";
                /**
                 * @description the colour of labels by the ink "chosen"
                 * @default #20302e
                 */
                labelColour?: string;
                /**
                 * @description what the note at the pointer says
                 * @default auto
                 * @enum {unknown}
                 */
                pointer?: "auto" | "share" | "amount" | "both";
                /** @description of small figures, the value whose workings stand beside them */
                eachShown?: string;
                /** @description the figure's width by its height */
                proportion?: number;
                /**
                 * @description numbers at the points of a running line
                 * @default false
                 */
                curveNumbers?: boolean;
                /**
                 * @description the name of a running line beside it
                 * @default false
                 */
                curveName?: boolean;
                /**
                 * @description an axis of widths, 0 to 100 %, over columns of different widths
                 * @default false
                 */
                widthAxis?: boolean;
                /** @description draw the columns past so many as one */
                foldGroups?: number;
                /**
                 * @description thin lines from a part in one stack to the same part in the next
                 * @default false
                 */
                connect?: boolean;
                /**
                 * @description words and lines of the cuts, in the order of the cuts
                 * @default []
                 */
                cuts?: {
                    /** @description the analyst's own words */
                    words?: string;
                    /**
                     * @description draw the line right across
                     * @default false
                     */
                    across?: boolean;
                    /**
                     * @description how far the words are moved, in hundredths of the plot
                     * @default []
                     */
                    moved?: number[];
                }[];
            };
        };
        /** One Whole briefing */
        Briefing: {
            /**
             * @description the version of the format
             * @constant
             */
            format: "onewhole.briefing/1";
            /**
             * @description the page's title
             * @default
             */
            title?: string;
            /**
             * @description how many columns the page has
             * @default 2
             */
            columns?: number;
            /**
             * @description which rows of every study whose table has the column are used
             * @default []
             */
            filter?: {
                /** @description the column that is looked at */
                column: string;
                /** @description the cell must be one of these */
                is?: (string | number)[];
                /** @description the cell must be none of these */
                isNot?: (string | number)[];
                /** @description the least number or the first date */
                from?: number | string;
                /** @description the largest number or the last date, included */
                to?: number | string;
                /** @description whether the cell is blank */
                blank?: boolean;
            }[];
            /**
             * @description what stands on it, in order
             * @default []
             */
            blocks?: {
                /** @description its name on this page */
                key: string;
                /**
                 * @description what it is
                 * @enum {unknown}
                 */
                kind: "text" | "study";
                /**
                 * @description running text; [[KEY.NAME]] is replaced by a reading of the block KEY
                 * @default
                 */
                text?: string;
                /**
                 * @description the study that it shows
                 * @default
                 */
                study?: string;
                /**
                 * @description what is shown of the study
                 * @default figure
                 * @enum {unknown}
                 */
                show?: "figure" | "workings" | "both";
                /**
                 * @description how many columns it takes
                 * @default 1
                 */
                span?: number;
            }[];
        };
        /** One Whole preparation */
        Preparation: {
            /**
             * @description the format and its version
             * @constant
             */
            format: "onewhole.prepare/1";
            /** @description the steps, in their order */
            steps: ({
                /** @constant */
                do: "rename";
                /** @description the column */
                column: string;
                /** @description its new heading */
                to: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "retype";
                /** @description the column */
                column: string;
                /**
                 * @description what it is taken for
                 * @enum {unknown}
                 */
                type?: "category" | "quantity" | "date";
                /** @description a point or a comma */
                decimalMark?: string;
                /**
                 * @description how its dates are written
                 * @enum {unknown}
                 */
                dates?: "iso" | "day-month-year" | "month-day-year" | "year-month-day";
                /** @description the unit of its numbers */
                unit?: string;
                /** @description in what its numbers are counted: thousand, million; empty for ones */
                multiplier?: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "drop";
                /** @description the columns */
                columns: string[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "move";
                /** @description the column */
                column: string;
                /** @description the column that it is put before; without it, the end */
                before?: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "headings-from-row";
                /**
                 * @description the row, from 1
                 * @default 1
                 */
                row?: number;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "headings-are-data";
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "skip-rows";
                /**
                 * @description so many at the top
                 * @default 0
                 */
                first?: number;
                /**
                 * @description so many at the end
                 * @default 0
                 */
                last?: number;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "fill-down";
                /** @description the columns */
                columns: string[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "tidy";
                /** @description the columns */
                columns: string[];
                /**
                 * @description how letters are written
                 * @default keep
                 * @enum {unknown}
                 */
                letters?: "keep" | "lower" | "upper" | "sentence";
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "unify";
                /** @description the column */
                column: string;
                /** @description from each spelling to the label that is kept */
                labels: {
                    [key: string]: string;
                };
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "regroup";
                /** @description the column */
                column: string;
                /** @description the new column's heading */
                as: string;
                /** @description from each label to its group */
                labels: {
                    [key: string]: string;
                };
                /** @description the group of everything else; without it each keeps its own label */
                else?: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "bands";
                /** @description the column */
                column: string;
                /** @description the new column's heading */
                as: string;
                /** @description where the first band begins */
                start?: number;
                /** @description how wide a band is */
                width?: number;
                /** @description where the last band ends */
                end?: number;
                /**
                 * @description rising edges, instead of start and width
                 * @default []
                 */
                edges?: number[];
                /**
                 * @description one for each band; without them "0–20"
                 * @default []
                 */
                labels?: string[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "columns-to-rows";
                /** @description the columns */
                columns: string[];
                /** @description heading of the new column for their headings */
                names: string;
                /** @description heading of the new column for their cells */
                values: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "rows-to-columns";
                /** @description the column whose labels become headings */
                names: string;
                /** @description the column that is summed below them */
                values: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "stack-blocks";
                /** @description the columns of all blocks, block after block */
                columns: string[];
                /** @description how many columns one block has */
                wide: number;
                /** @description the title of each block */
                titles: string[];
                /**
                 * @description heading of the new column for the titles
                 * @default Block
                 */
                as?: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "work-out";
                /** @description the new column's heading */
                as: string;
                /**
                 * @description what is done
                 * @enum {unknown}
                 */
                how: "add" | "subtract" | "multiply" | "divide" | "negate" | "join" | "year" | "quarter" | "month" | "weekday";
                /** @description the terms, in their order */
                of: {
                    /** @description a column */
                    column?: string;
                    /** @description a number */
                    number?: number;
                    /** @description a text */
                    text?: string;
                }[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "count";
                /** @description the columns */
                by: string[];
                /** @description heading of the counts */
                as: string;
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "leave-out";
                /** @description conditions that all hold for the rows that are left out */
                where: {
                    /** @description the column that is looked at */
                    column: string;
                    /** @description the cell must be one of these */
                    is?: (string | number)[];
                    /** @description the cell must be none of these */
                    isNot?: (string | number)[];
                    /** @description the least number or the first date */
                    from?: number | string;
                    /** @description the largest number or the last date, included */
                    to?: number | string;
                    /** @description whether the cell is blank */
                    blank?: boolean;
                }[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "leave-out-totals";
                /** @description the column in which totals are called so */
                column?: string;
                /**
                 * @description what totals are called
                 * @default []
                 */
                labels?: string[];
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "leave-out-empty";
                /** @default false */
                off?: boolean;
                id?: string;
            } | {
                /** @constant */
                do: "remove-repeats";
                /**
                 * @description the columns in which rows are alike; none for all
                 * @default []
                 */
                columns?: string[];
                /** @default false */
                off?: boolean;
                id?: string;
            })[];
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export type operations = Record<string, never>;
