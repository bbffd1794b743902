# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # A customer's own form, filled from a signed statement.
      module FillForm
        XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
        MOST_BYTES = 10 << 20

        module_function

        # @param path [String] of the form
        # @return [Array(ExportStatement::Paper, Array<Documents::FormXlsx::Filled>)]
        # @raise [NotFound, InvalidInput]
        def call(path, statement_id:, name:)
          statement = Store::Models::Statement.fetch!(statement_id)
          content = KeepDocuments.standing(statement)
          words = Documents::StatementWords.new(content, Catalogue.measurand(content[:statement].fetch("measurand")))
          bytes, told = Documents::FormXlsx.new(files(path)).fill(Documents::FormValues.of(words, Laboratory.on_paper))
          plain = File.basename(name, ".*").gsub(/[^\p{L}\p{N} _.-]/, "_")
          name = "#{plain}-#{statement.lot_id}-#{statement.number}.xlsx"
          [ExportStatement::Paper.new(content: bytes, type: XLSX, name: name), told]
        end

        def files(path)
          if File.size(path) > MOST_BYTES
            raise InvalidInput.new("A form has at most 10 MB", fields: { file: "is too large" })
          end

          archive = Devices::Package::Archive.new(path)
          archive.names.to_h { |name| [name, archive.bytes(name)] }
        ensure
          archive&.close
        end
        private_class_method :files
      end
    end
  end
end
