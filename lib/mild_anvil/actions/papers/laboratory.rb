# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # What the laboratory puts on its papers.
      module Laboratory
        FIELDS = %i[name address terms language link mark_id].freeze
        EMPTY = { name: "", address: "", terms: "", language: "en", link: "", mark_id: nil }.freeze
        MARKS = %w[image/png image/jpeg].freeze
        # What an address may be written with, and a host in it; what closes a text elsewhere is none of it.
        LINK = %r{\Ahttps?://[A-Za-z0-9.\-\[\]:]+(/[A-Za-z0-9\-._~%!$&()*+,;=:@/]*)?\z}

        module_function

        # @return [Hash] of FIELDS, person, since, languages
        def show
          row = Store::Models::Laboratory.in_force
          { **(row ? row.values.slice(*FIELDS) : EMPTY), person: row&.person&.name, since: row&.created_at,
                                                         languages: Documents::PaperWords::LANGUAGES.map { |key, (name, *)| { key: key, name: name } } }
        end

        # @param values [Hash] some of FIELDS
        # @return [Hash] as it is now
        # @raise [InvalidInput]
        def keep(values:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            columns = { **EMPTY, **show.slice(*FIELDS), **cleaned(values) }
            check!(columns)
            row = Store::Models::Laboratory.create(person_id: person.id, **columns)
            Store::Events.record(:keep_laboratory, row, person_id: person.id, after: columns)
          end
          show
        end

        # @param wanted [String, nil]
        # @return [String] that, or the laboratory's own
        # @raise [InvalidInput] for one that papers do not have
        def language(wanted) = Documents::PaperWords.new(wanted || show[:language]).language

        # @return [Documents::Paper::Laboratory]
        def on_paper
          row = Store::Models::Laboratory.in_force or return Documents::Paper::Laboratory.none
          Documents::Paper::Laboratory.new(name: row.name, address: row.address, terms: row.terms,
                                           mark: row.mark && plain_mark(row.mark))
        end

        # One of before 0.15 stands there as it came: it is drawn anew for each paper until it is handed in again.
        # @return [String, nil] nothing where that cannot be done
        def plain_mark(mark)
          content = Pictures.sound!(mark).content
          return content if mark.width

          Devices::Picture.redrawn(content, pixels: Devices::Picture::MARK_PIXELS).bytes
        rescue InvalidInput
          nil
        end
        private_class_method :plain_mark

        def cleaned(values)
          values.slice(*FIELDS).to_h { |key, value| [key, value.is_a?(String) ? value.strip : value] }
        end
        private_class_method :cleaned

        def check!(columns)
          wrong = {}
          unless Documents::PaperWords::LANGUAGES.key?(columns[:language])
            wrong[:language] = "is none that papers are printed in"
          end
          unless link?(columns[:link])
            wrong[:link] =
              "begins with http:// or https:// and is written with letters, digits and -._~%!$&()*+,;=:@/ alone"
          end
          wrong[:mark_id] = "is no PNG or JPEG picture that can be printed" unless mark?(columns[:mark_id])
          return if wrong.empty?

          raise InvalidInput.new("Not kept: #{wrong.map { |name, words| "#{name} #{words}" }.join('; ')}",
                                 fields: wrong)
        end
        private_class_method :check!

        def link?(text) = text.empty? || text.match?(LINK)
        private_class_method :link?

        def mark?(id)
          return true if id.nil?

          row = Store::Models::Attachment[id]
          row && MARKS.include?(row.media_type) && Documents::Letterhead.drawable?(Pictures.sound!(row).content)
        end
        private_class_method :mark?
      end
    end
  end
end
