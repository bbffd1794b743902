# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # What a plan prints: its sheet, what to send, labels, the day as calendar or table, the list of specimens.
      module Papers
        PDF = "application/pdf"
        CALENDAR = "text/calendar"
        CSV = "text/csv"
        KINDS = %w[plan-sheet.pdf what-to-send.pdf labels.pdf day.ics day.csv specimens.csv].freeze
        HEADINGS = %w[number label state trial parent position side direction note features].freeze

        module_function

        # @param kind [String] of KINDS
        # @param unit [String, nil]; @param link [String] address of the application, for the codes of labels
        # @param language [String, nil] of the PDFs; nil: the laboratory's
        # @return [ExportStatement::Paper]
        def call(lot_id:, kind:, unit: nil, link: "", language: nil)
          lot = Store::Models::Lot.fetch!(lot_id)
          content, type = case kind
                          when "plan-sheet.pdf" then [sheet(lot, unit, language), PDF]
                          when "what-to-send.pdf" then [send_sheet(lot, language), PDF]
                          when "labels.pdf" then [labels(lot, link), PDF]
                          when "specimens.csv" then [specimens(lot), CSV]
                          else day(lot, kind)
                          end
          ExportStatement::Paper.new(content: content, type: type, name: "lot-#{lot.id}-#{kind}")
        end

        def sheet(lot, unit, language)
          plan = ShowPlan.call(lot_id: lot.id, unit: unit)
          pieces = SpecimenList.show(lot_id: lot.id).map { |row| row.merge(label: shown(row)) }
          in_order = pieces.sort_by { |row| [row[:place] || (1 << 30), row[:number]] }
          Documents::PlanSheetPdf.render(head(lot), plan, in_order,
                                         letterhead(Documents::PlanSheetPdf::TITLE, lot, language))
        end
        private_class_method :sheet

        def shown(row) = row[:label].empty? ? row[:number].to_s : row[:label]
        private_class_method :shown

        def letterhead(title, lot, language)
          Actions::Papers::Head.call(title: title, name: lot.name, number: "L-#{lot.id}", record: lot,
                                     language: language)
        end
        private_class_method :letterhead

        def head(lot) = { name: lot.name, customer: lot.job.customer, job: lot.job.title }
        private_class_method :head

        def send_sheet(lot, language)
          content = Store::Models::Plan.of(lot.id)&.content_h || ShowPlan.first(lot)
          part = content[:send].to_h
          count = content[:pulls] or raise InvalidInput.new("Plan how many pulls first", fields: { pulls: "is needed" })
          wanted = { count: count + content[:trials].to_i, spare: part[:spare], ends: part[:ends],
                     labelling: part[:labelling], least_length: least_length(content), labels: labels_of(lot) }
          Documents::SendSheetPdf.render(described(lot), wanted,
                                         letterhead(Documents::SendSheetPdf::TITLE, lot, language))
        end
        private_class_method :send_sheet

        def described(lot)
          head(lot).merge(item: Library.item_type(lot.item_type).name, material: lot.material,
                          direction: lot.direction, configuration: lot.configuration)
        end
        private_class_method :described

        # What the bed needs, as it was typed.
        def least_length(content)
          typed = content.dig(:send, :length) || content[:bed]
          typed && "#{typed[:text]} #{typed[:unit]}"
        end
        private_class_method :least_length

        def labels_of(lot) = lot.specimens_dataset.exclude(label: "").order(:number).select_map(:label)
        private_class_method :labels_of

        def labels(lot, link)
          rows = lot.specimens_dataset.exclude(state: "gone").order(:number).all.map do |row|
            note = [Prepare::SpecimenCode.of(row), row.parent, row.position, row.side, row.direction,
                    row.trial ? "trial" : "",
                    lot.job.practice? ? "PRACTICE" : ""].reject(&:empty?)
            { label: PieceOrder.label(row), code: "#{link}/piece/#{Prepare::SpecimenCode.of(row)}",
              note: note.join(" · ") }
          end
          Documents::LabelsPdf.render(lot.name, rows)
        end
        private_class_method :labels

        def day(lot, kind)
          plan = ShowPlan.call(lot_id: lot.id)
          section = plan[:sections].fetch(:day)
          raise InvalidInput.new(section[:sentence], fields: { day: "cannot be planned" }) if section[:items].nil?

          date = section[:date] ? Date.iso8601(section[:date]) : Time.now.to_date
          return [Documents::DayCalendar.csv(section[:items], date: date), CSV] if kind == "day.csv"

          uid = Store::Models::Plan.of(lot.id)&.uid || lot.uid
          [Documents::DayCalendar.ics(section[:items], date: date, lot: lot.name, uid: uid), CALENDAR]
        end
        private_class_method :day

        def specimens(lot)
          rows = SpecimenList.show(lot_id: lot.id).map do |row|
            HEADINGS.map { |name| name == "features" ? row[:features].join("; ") : row[name.to_sym] }
          end
          Documents::TableCsv.render(HEADINGS, rows)
        end
        private_class_method :specimens
      end
    end
  end
end
