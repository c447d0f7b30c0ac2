package lists

import (
	"bytes"
	"context"
	"fmt"
	"io"

	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/sheets"
	"enkaustos/internal/view"
)

// ReadListFile reads a file as an office sends it, and says which of its columns is which.
func (l ByHand) ReadListFile(_ context.Context, r contract.ReadListFileRequestObject) (contract.ReadListFileResponseObject, error) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		return nil, school.Refuse("The file did not come whole: send it again.")
	}
	all, err := sheets.Read(data)
	if err != nil {
		return nil, school.Says(err)
	}
	kind := ListKind(r.Params.Kind)
	v := contract.ListFile{Sheets: []contract.ListSheet{}, Columns: view.List(columns[kind], func(c Column) contract.ListColumn {
		return contract.ListColumn{Key: c.Key, Says: c.Says, Needed: c.Needed}
	})}
	most := -1
	for i, s := range all {
		m := Match(kind, s)
		if len(m.Columns) > most {
			most, v.Sheet = len(m.Columns), i
		}
		v.Sheets = append(v.Sheets, contract.ListSheet{Name: s.Name, Heading: m.Heading, Matched: m.Columns, Rows: view.List(s.Rows, func(r sheets.Row) contract.ListRow {
			return contract.ListRow{Row: r.Number, Cells: view.All(r.Cells)}
		})})
	}
	return contract.ReadListFile200JSONResponse(v), nil
}

// GetListTemplate is a list without rows, to fill in.
func (l ByHand) GetListTemplate(_ context.Context, r contract.GetListTemplateRequestObject) (contract.GetListTemplateResponseObject, error) {
	head := view.List(columns[ListKind(r.Params.Kind)], func(c Column) string { return c.Key })
	name := fmt.Sprintf("attachment; filename=%q", string(r.Params.Kind)+"."+string(r.Params.As))
	if r.Params.As == contract.Csv {
		text := "\ufeff" + exchange.WriteTable(head, nil) // by its mark a spreadsheet knows the letters
		return contract.GetListTemplate200TextcsvResponse{Body: bytes.NewReader([]byte(text)), ContentLength: int64(len(text)), Headers: contract.GetListTemplate200ResponseHeaders{ContentDisposition: &name}}, nil
	}
	book, err := sheets.Write(sheets.Sheet{Name: string(r.Params.Kind), Rows: []sheets.Row{{Number: 1, Cells: head}}})
	if err != nil {
		return nil, err
	}
	return contract.GetListTemplate200ApplicationvndOpenxmlformatsOfficedocumentSpreadsheetmlSheetResponse{Body: bytes.NewReader(book), ContentLength: int64(len(book)),
		Headers: contract.GetListTemplate200ResponseHeaders{ContentDisposition: &name}}, nil
}
